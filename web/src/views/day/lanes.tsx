import type { DayDish, DayLane, DayPlan, DaySpan } from "../../api/client";
import { DayLanes, type Lane, type LaneSpan } from "../../drawings/day-lanes";
import { clockTicks } from "../../drawings/ticks";
import { clock, clockFrom, clockNow, day as dayOf, duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { hoursText } from "../../lib/words";
import { usePhone, useTablet } from "../../lib/use-narrow";
import { useNow } from "../../lib/use-now";

interface Props {
  plan: DayPlan;
  chosen: number | null;
  onChoose: (dish: number) => void;
  onBegin: (dish: number, at: number) => void;
}

/** From the first work to the last of the table, what may be late included. */
function spanOf(plan: DayPlan): [number, number] {
  const ends = plan.dishes.flatMap((d) => [d.table, d.late, ...d.spans.map((s) => s.end)]);
  const begins = plan.dishes.map((d) => Date.parse(d.begins));
  return [Math.min(...begins), Math.max(Date.parse(plan.eat_at), ...ends.map((at) => Date.parse(at)))];
}

/** A lane for each bake, then for each of what they share. */
export function Lanes({ plan, chosen, onChoose, onBegin }: Props) {
  const u = useUnits();
  const [phone, tablet] = [usePhone(), useTablet()];
  const now = useNow(20_000);
  const [start, end] = spanOf(plan);
  const name = (at: number) => plan.dishes[at]?.name ?? "";
  const span = (s: DaySpan, word: string): LaneSpan => ({
    key: s.key,
    kind: s.kind,
    start: Date.parse(s.start),
    end: Date.parse(s.end),
    word,
    title: `${hoursText(s.start, s.end)}: ${u.text(s.label)}${s.dish >= 0 ? `, ${name(s.dish)}` : ""}`,
    wrong: s.night,
    ready: s.ready ? Date.parse(s.ready) : undefined,
  });
  // Told on one bake, the stages of the others are known by their looks; the filling is made beside the dough's way.
  const ofBake = (s: DaySpan): LaneSpan =>
    s.key === "filling"
      ? { ...span(s, ""), kind: "beside" }
      : span(s, s.dish === (chosen ?? plan.dishes[0]?.at) ? u.text(s.label) : "");
  const bake = (d: DayDish): Lane => ({
    key: `dish.${d.at}`,
    name: `${d.at + 1}  ${d.name}`,
    note: `from ${clock(d.begins)}`,
    told: hoursText(d.begins, d.table),
    due: Date.parse(d.due),
    chosen: chosen === d.at,
    spans: d.spans.map(ofBake),
    onPress: () => onChoose(d.at),
    onMove: d.batch ? undefined : (minutes) => onBegin(d.at, Math.max(startOf(d) + minutes * 60_000, clockNow())),
  });
  // What hands are at stands right above them; in an oven it is inside.
  const bakeOn = (lane: DayLane, s: DaySpan) => (lane.key.startsWith("hands") ? "" : String(s.dish + 1));
  const airOf = (lane: DayLane, s: DaySpan) =>
    lane.key.startsWith("oven") ? u.text(s.label).split(", ")[1] : undefined;
  const shared = (lane: DayLane): Lane => ({
    key: lane.key,
    name: u.text(lane.name),
    note: lane.key.startsWith("hands") && lane.spans.length > 0 ? duration(minutesOf(lane.spans)) : "",
    chosen: false,
    spans: [
      ...lane.away.map((s) => span(s, "")),
      ...lane.spans.map((s) => ({ ...span(s, bakeOn(lane, s)), beside: airOf(lane, s) })),
    ],
  });
  const most = phone ? 4 : 8;
  const ticks = clockTicks(plan.begins, (end - start) / 60_000, clock, most).map((t) => ({
    at: start + t.x * 60_000,
    label: t.label,
  }));
  const asleep = plan.lanes.find((lane) => lane.key === "hands.0")?.away.filter((s) => s.kind === "asleep") ?? [];
  return (
    <DayLanes
      title={`From ${clockFrom(plan.begins)} to ${clockFrom(plan.table)}: every bake, and what hands and heat are at`}
      start={start}
      end={end}
      lanes={[...plan.dishes.map(bake), ...plan.lanes.map(shared)]}
      ticks={withDays(ticks)}
      nights={asleep.map((s) => ({ start: Date.parse(s.start), end: Date.parse(s.end) }))}
      now={now}
      width={phone ? 322 : tablet ? 712 : 1180}
      stacked={phone}
    />
  );
}

/** When its first stage begins: what a held bake is held to. */
const startOf = (d: DayDish) => Date.parse(d.spans.find((s) => s.key !== "filling")?.start ?? d.begins);

/** For how long spans last in all, min. */
const minutesOf = (spans: DaySpan[]) =>
  spans.reduce((sum, s) => sum + (Date.parse(s.end) - Date.parse(s.start)) / 60_000, 0);

/** The day's name where one begins. */
function withDays(ticks: { at: number; label: string }[]) {
  return ticks.map((t, i) => {
    const before = ticks[i - 1];
    const other = !before || new Date(before.at).getDate() !== new Date(t.at).getDate();
    return { ...t, day: other ? dayOf(new Date(t.at)) : undefined };
  });
}
