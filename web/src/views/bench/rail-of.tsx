import { memo, useState } from "react";

import type { BakeEvent, Sheet } from "../../api/client";
import { Rail, Shape, type RailMark, type RailShape } from "../../drawings/rail";
import { clockTicks } from "../../drawings/ticks";
import { clock, clockFrom, day, duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { usePhone, useTablet } from "../../lib/use-narrow";
import { Panel } from "../../ui/panel";
import { fillingWork } from "../../trays/filling";
import { TRAYS, type TrayKey } from "./tray-list";
import { joined } from "../../lib/words";

/** What each kind of event is drawn as; a kind that is not here stands in the list of steps alone. */
const SHAPES: Partial<Record<string, RailShape>> = {
  light: "heating",
  out: "in",
  move: "away",
  put_away: "away",
  turn: "look",
  change: "look",
  top_up: "look",
  lid_off: "look",
  steam_out: "look",
  cover: "look",
  look: "look",
  probe: "look",
};
const LEGEND: [RailShape, string][] = [
  ["hands", "your hands"],
  ["heating", "heating up"],
  ["in", "in the heat, by load"],
  ["away", "moved or put away"],
  ["look", "a look or a turn"],
];

const shapeOf = (e: BakeEvent): RailShape | undefined =>
  SHAPES[e.kind] ?? (e.hands_min >= 2 && !e.along ? "hands" : undefined);

/** Lit until the pieces go in, in until they are out; a moment is a moment. */
function spanOf(e: BakeEvent, sheet: Sheet): [number, number] {
  const [start, end] = [Date.parse(e.start), Date.parse(e.end)];
  if (e.kind !== "light") return shapeOf(e) === "look" || shapeOf(e) === "away" ? [start, start] : [start, end];
  const into = sheet.events.find((o) => o.kind === "into" && o.load.startsWith(`${e.load}.`));
  return [start, into ? Date.parse(into.due) : end];
}

interface Props {
  sheet: Sheet;
  tray: TrayKey;
  now: number;
  onOpen: (tray: string) => void;
}

/** The day of the bake to scale, every event on it; one pressed says what it is and opens its tray. */
export const RailOf = memo(({ sheet, tray, now, onOpen }: Props) => {
  const u = useUnits();
  const [tablet, phone] = [useTablet(), usePhone()];
  const [chosen, setChosen] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const [start, end] = [Date.parse(sheet.day.start), Date.parse(sheet.day.eat)];
  const at = (key: string) =>
    Date.parse(
      (key === "filling" ? fillingWork(sheet)?.begins : sheet.day.steps.find((s) => s.key === key)?.start) ??
        sheet.day.start,
    );
  const marks = sheet.events.flatMap((e): RailMark[] => {
    const shape = shapeOf(e);
    const [from, to] = spanOf(e, sheet);
    if (!shape || from > end) return [];
    const word = e.kind === "out" ? (e.load.split(".")[2] ?? "") : "";
    const label = `${clockFrom(e.due, start)} ${u.text(e.label)}`;
    return [{ id: e.id, shape, start: from, end: to, label, chosen: e.id === chosen, ...(word && { word }) }];
  });
  const present = new Set(marks.map((m) => m.shape));
  const doubt = (["rise", "proof"] as const)
    .filter((k) => sheet[k].forecast.ready)
    .map((k) => ({
      start: Date.parse(sheet[k].ready_low),
      end: Math.min(Date.parse(sheet[k].ready_high), end),
      label: `ready ${clock(sheet[k].ready_low)} to ${clock(sheet[k].ready_high)}`,
    }));
  const most = phone ? 4 : tablet ? 6 : 9;
  const ticks = clockTicks(sheet.day.start, (end - start) / 60_000, clock, most).map((t) => ({
    at: start + t.x * 60_000,
    label: t.label,
  }));
  const hangers = TRAYS.map((t, i) => ({ at: at(t.key), to: (i + 0.5) / TRAYS.length, open: t.key === tray }));
  const shown = sheet.events.find((e) => e.id === chosen);
  const press = (id: string) => {
    setChosen(id);
    const event = sheet.events.find((e) => e.id === id);
    if (event) onOpen(event.tray);
  };
  return (
    <div className="relative">
      <div className="flex flex-wrap items-center gap-x-4 text-base text-muted">
        <span className="font-semibold text-ink">{day(sheet.day.start)}</span>
        {shown ? (
          <span className="font-semibold text-ink" role="status">
            {clockFrom(shown.due, start)} {u.text(shown.words)}
            {shown.hands_min >= 2 && `, ${duration(shown.hands_min)} of hands`}
          </span>
        ) : (
          !phone && <Legend present={present} />
        )}
        <button
          type="button"
          className="ml-auto min-h-7 font-semibold text-cobalt underline"
          onClick={() => setAll(true)}
        >
          all {sheet.events.length} steps
        </button>
      </div>
      <Rail
        title={`From ${clock(sheet.day.start)} to ${clock(sheet.day.eat)}: what needs your hands, what is in the heat, and where it is not certain`}
        start={start}
        end={end}
        marks={marks}
        doubt={doubt}
        ticks={ticks}
        now={now}
        hangers={phone ? [] : hangers}
        width={phone ? 400 : tablet ? 760 : 1200}
        onPress={press}
      />
      <Panel title="Every step of this bake" note="In the hours of the plan." open={all} onClose={() => setAll(false)}>
        {phone && (
          <div className="flex flex-wrap gap-x-4 text-muted">
            <Legend present={present} />
          </div>
        )}
        <AllSteps sheet={sheet} onOpen={(event) => (setAll(false), press(event))} />
      </Panel>
    </div>
  );
});

function Legend({ present }: { present: Set<RailShape> }) {
  return (
    <>
      {LEGEND.filter(([shape]) => present.has(shape)).map(([shape, word]) => (
        <span key={shape} className="flex items-center gap-1.5 whitespace-nowrap">
          <svg viewBox="-9 -9 20 20" className="h-4 w-4" aria-hidden="true">
            <Shape
              shape={shape}
              x={shape === "away" || shape === "look" ? 0 : -8}
              y={shape === "away" || shape === "look" ? 0 : -4}
              wide={17}
            />
          </svg>
          {word}
        </span>
      ))}
      <span className="flex items-center gap-1.5 whitespace-nowrap">
        <span className="inline-block h-3 w-5 rounded-full bg-[var(--steamdeep)]" aria-hidden="true" />
        not certain
      </span>
    </>
  );
}

function AllSteps({ sheet, onOpen }: { sheet: Sheet; onOpen: (id: string) => void }) {
  const u = useUnits();
  return (
    <ol className="mt-3">
      {sheet.events.map((e) => (
        <li key={e.id} className="border-t border-rim py-1.5">
          <button
            type="button"
            className={`grid w-full grid-cols-[6rem_1fr] gap-x-3 text-left ${e.along ? "pl-4" : ""}`}
            onClick={() => onOpen(e.id)}
          >
            <span className="font-semibold tabular-nums">
              {e.when === "by" ? "by " : ""}
              {clockFrom(e.due, Date.parse(sheet.day.start))}
            </span>
            <span>
              <span className="font-semibold">{u.text(e.words)}</span>
              <span className="block text-muted">{joined(e.details.map(u.text))}</span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
