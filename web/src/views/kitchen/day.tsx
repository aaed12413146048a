import { useState } from "react";

import { client, take, type Kitchen } from "../../api/client";
import { DayWarmth } from "../../drawings/day-warmth";
import { read } from "../../lib/quantity";
import { useUnits } from "../../lib/settings";
import { usePhone } from "../../lib/use-narrow";
import { Button } from "../../ui/button";

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

/** The kitchen's warmth through a day: drawn by hand, or read from a logger's file. */
export function Day({ room, day, onKeep }: { room: number; day: Points; onKeep: (day: Points) => void }) {
  const phone = usePhone();
  const u = useUnits();
  const [hours, setHours] = useState(() => hourly(day, room));
  const [trouble, setTrouble] = useState<string | null>(null);
  const [changed, setChanged] = useState(false);
  const put = (at: number, celsius: number) => {
    setHours((now) => now.map((c, h) => (h === at ? celsius : c)));
    setChanged(true);
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
    setChanged(true);
  };
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    try {
      onKeep(await take(client.POST("/api/room-day", { body: { text: await file.text() } })));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const keep = () =>
    onKeep(hours.map((c, h) => ({ at: `${String(h).padStart(2, "0")}:00`, room: `${Math.round(10 * c) / 10} C` })));
  return (
    <section className="enamel p-5" aria-label="Warmth through the day">
      <h2 className="text-xl font-bold">Warmth through the day</h2>
      <p className="text-muted">
        {day.length
          ? "Bakes that name no warmth of their own follow this, hour by hour."
          : "Taken as steady until you draw it. Press and draw along the line."}
      </p>
      <DayWarmth hours={hours} show={(c) => u.temperature(Math.round(c * 2) / 2)} onHour={put} narrow={phone} />
      <div className="mt-2 grid grid-cols-4 gap-x-4 gap-y-1 tab:grid-cols-8">
        {Array.from({ length: 24 / EVERY }, (_, i) => i * EVERY).map((h) => (
          <label key={h} className="text-base text-muted">
            {String(h).padStart(2, "0")}:00
            <input
              aria-label={`Warmth at ${String(h).padStart(2, "0")}:00`}
              type="number"
              step="0.5"
              min="5"
              max="40"
              value={Math.round(2 * (hours[h] ?? room)) / 2}
              onChange={(e) => e.target.value !== "" && bend(h, Number(e.target.value))}
              className="w-full rounded-lg border-2 border-rim bg-enamel px-2 py-1 text-right font-semibold text-ink"
            />
          </label>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button look="crust" disabled={!changed} onClick={keep}>
          Keep this day
        </Button>
        <Button disabled={day.length === 0} onClick={() => onKeep([])}>
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
      {trouble && (
        <p role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-3 py-1.5">
          {trouble}
        </p>
      )}
    </section>
  );
}
