import type { RiseTray, Sheet } from "../../api/client";
import { clockNow } from "../../lib/clock";
import { hoursText } from "../../lib/words";

const STAGES = ["sponge", "weigh", "rise", "again", "divide", "wrap", "proof", "hold", "heat", "rest"] as const;
export type Stage = (typeof STAGES)[number];

/** The stages of a bake, in the order of its day. */
export const stagesOf = (sheet: Sheet): Stage[] =>
  STAGES.map((stage) => sheet.day.steps.find((s) => s.key === stage))
    .filter((step) => step !== undefined)
    .sort((a, b) => Date.parse(a.start) - Date.parse(b.start))
    .map((step) => step.key as Stage);

/** The fermenting stages with something to see, and their trays. */
export function fermenting(stage: Stage, sheet: Sheet): RiseTray | null {
  const tray =
    { sponge: sheet.sponge, rise: sheet.rise, again: sheet.again, proof: sheet.proof }[stage as "rise"] ?? null;
  return tray?.rests ? null : tray;
}

/** When the step in hand began: as it was marked, else as it is planned. */
export function beganAt(stage: Stage, sheet: Sheet, endedAt: Map<string, number>): number {
  const planned = sheet.day.steps.find((s) => s.key === stage);
  const stages = stagesOf(sheet);
  const before = stages[stages.indexOf(stage) - 1];
  return (before && endedAt.get(before)) ?? (planned ? Date.parse(planned.start) : clockNow());
}

/** What a look made without the server comes to. */
export const toldNote = ({ low, high }: { low: number | null; high: number | null }) =>
  low === null || high === null
    ? "by what you saw it does not get there: watch it"
    : `by what you saw: ready ${hoursText(low, high)}; the server will work it out anew`;
