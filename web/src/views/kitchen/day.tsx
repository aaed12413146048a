import { useMemo, useState } from "react";

import { client, take, type Kitchen } from "../../api/client";
import { DayWarmth } from "../../drawings/day-warmth";
import { read } from "../../lib/quantity";
import { useUnits } from "../../lib/settings";
import { useFollowing } from "../../lib/use-following";
import { usePhone, useTablet } from "../../lib/use-narrow";
import { Button } from "../../ui/button";
import { Trouble } from "../../ui/facts";

type Points = NonNullable<Kitchen["document"]["room_day"]>;

const EVERY = 3; // hours between the fields

const minute = (at: string) => Number(at.slice(0, 2)) * 60 + Number(at.slice(3));

/** °C at each full hour, straight lines between the points and round midnight. */
function hourly(points: Points, room: number): number[] {
  const known = points.map((p) => ({ m: minute(p.at), c: read(p.room, "temperature") ?? room }));
  const first = known[0];
  const last = known.at(-1);
  if (!first || !last) return Array.from({ length: 24 }, () => room);
  const round = [{ ...last, m: last.m - 1440 }, ...known, { ...first, m: first.m + 1440 }];
  return Array.from({ length: 24 }, (_, h) => {
    const after = round.findIndex((p) => p.m >= 60 * h);
    const [a, b] = [round[Math.max(0, after - 1)], round[after]];
    if (!a || !b) return room;
    return b.m === a.m ? b.c : a.c + ((b.c - a.c) * (60 * h - a.m)) / (b.m - a.m);
  });
}

const alike = (a: number[], b: number[]) => a.every((c, h) => c === b[h]);

/** The day's warmth as it stands here: kept, or drawn and not yet kept. */
export function useWarmth(room: number, day: Points, onKeep: (day: Points) => void) {
  const kept = useMemo(() => hourly(day, room), [day, room]);
  const [hours, setHours] = useFollowing(kept, alike);
  const changed = !alike(hours, kept);
  const put = (at: number, celsius: number) => {
    setHours((now) => now.map((c, h) => (h === at ? celsius : c)));
  };
  /** A typed hour bends the line to its neighbours three hours away. */
  const bend = (at: number, celsius: number) => {
    setHours((now) =>
      now.map((c, h) => {
        const apart = Math.min(Math.abs(h - at), 24 - Math.abs(h - at));
        const far = now[(at + (((h - at + 36) % 24) - 12 > 0 ? EVERY : -EVERY) + 24) % 24] ?? celsius;
        return apart < EVERY ? celsius + ((far - celsius) * apart) / EVERY : c;
      }),
    );
  };
  const keep = () =>
    onKeep(hours.map((c, h) => ({ at: `${String(h).padStart(2, "0")}:00`, room: `${Math.round(10 * c) / 10} C` })));
  return { hours, changed, steady: day.length === 0, put, bend, keep, keepAll: onKeep };
}

type Warmth = ReturnType<typeof useWarmth>;

/** The kitchen's warmth through a day, to be drawn along with a finger. */
export function WarmthDrawn({ warmth }: { warmth: Warmth }) {
  const u = useUnits();
  const narrow = [usePhone(), useTablet()].includes(true);
  return (
    <DayWarmth
      hours={warmth.hours}
      show={(c) => u.temperature(Math.round(c * 2) / 2)}
      onHour={warmth.put}
      narrow={narrow}
    />
  );
}

/** The same by numbers, every third hour, or read from a logger's file. */
export function WarmthByHour({ warmth, room }: { warmth: Warmth; room: number }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    try {
      warmth.keepAll(await take(client.POST("/api/room-day", { body: { text: await file.text() } })));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <div className="grid grid-cols-4 gap-x-4 gap-y-1 tab:grid-cols-8">
        {Array.from({ length: 24 / EVERY }, (_, i) => i * EVERY).map((h) => (
          <label key={h} className="text-base text-muted">
            {String(h).padStart(2, "0")}:00
            <input
              aria-label={`Warmth at ${String(h).padStart(2, "0")}:00`}
              type="number"
              step="0.5"
              min="5"
              max="40"
              value={Math.round(2 * (warmth.hours[h] ?? room)) / 2}
              onChange={(e) => e.target.value !== "" && warmth.bend(h, Number(e.target.value))}
              className="w-full rounded-lg border-2 border-rim bg-enamel px-2 py-1 text-right font-semibold text-ink"
            />
          </label>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button disabled={warmth.steady} onClick={() => warmth.keepAll([])}>
          Steady again
        </Button>
        <label className="font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4">
          open a logger's CSV
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            aria-label="Open a logger's CSV"
            className="sr-only"
            onChange={(e) => void fromFile(e.target.files?.[0])}
          />
        </label>
      </div>
      {trouble && <Trouble text={trouble} />}
    </>
  );
}
