/** What was done here and is not sent yet, in words: to be read, to be copied, to be let go by its name. */
import type { ObservationIn } from "../api/client";
import { clock } from "../lib/clock";
import { kept } from "../lib/kept";
import { quantityText, type Units } from "../lib/words";
import type { Posted, Work } from "./posted";

const NAMES: Record<Work["kind"], [one: string, many: string]> = {
  mark: ["mark of a batch", "marks of a batch"],
  finish: ["end of a batch", "ends of batches"],
  save: ["change of a bake", "changes of bakes"],
  create: ["new bake", "new bakes"],
  start: ["start of a batch", "starts of batches"],
};

/** What is not yet sent, counted: "3 marks of a batch and 1 change of a bake". */
export function unsentWords(waiting: Posted[]): string {
  const counts = Object.entries(NAMES).flatMap(([kind, [one, many]]) => {
    const count = waiting.filter((p) => p.work.kind === kind).length;
    return count > 0 ? [`${count} ${count === 1 ? one : many}`] : [];
  });
  return counts.length > 1 ? `${counts.slice(0, -1).join(", ")} and ${counts.at(-1)}` : (counts[0] ?? "nothing");
}

/** What is under way at a mark. */
const STAGES: Record<ObservationIn["stage"], string> = {
  sponge: "the sponge",
  weigh: "weighing and kneading",
  filling: "the filling",
  rise: "the rise",
  again: "the second rise",
  divide: "dividing",
  wrap: "wrapping",
  proof: "the proof",
  hold: "the wait before the heat",
  heat: "the heat",
  rest: "the rest",
};

/** What a mark says, and what kind of figure it carries. */
const MARKS: Record<
  ObservationIn["kind"],
  [says: string, figure?: "temperature" | "mass" | "share" | "minutes" | "count"]
> = {
  started: ["begun"],
  done: ["done"],
  doubled: ["doubled"],
  was_ready: ["was ready"],
  risen: ["risen by", "share"],
  poke: ["poked"],
  tear: ["torn open and looked at"],
  moved: ["moved"],
  dough_temperature: ["the dough at", "temperature"],
  room_temperature: ["the room at", "temperature"],
  dough_weight: ["the dough weighs", "mass"],
  piece: ["a piece of", "mass"],
  filling_weight: ["the filling weighs", "mass"],
  water_left: ["water left over", "mass"],
  flour_added: ["flour added", "mass"],
  water_added: ["water added", "mass"],
  pieces: ["pieces now", "count"],
  probe: ["the middle at", "temperature"],
  oven: ["the oven at", "temperature"],
  lid_lifted: ["the lid lifted"],
  did: ["done"],
  heat_for: ["minutes chosen:", "minutes"],
  mishap: ["something went wrong"],
  stopped: ["stopped and put away"],
  undo: ["the last mark taken back"],
};

const readable = (key: string) => key.replaceAll(/[._]/g, " ");

function figureText(kind: ObservationIn["kind"], value: number): string {
  const [, figure] = MARKS[kind];
  if (figure === undefined) return "";
  if (figure === "share") return ` ${Math.round(value * 100)} %`;
  if (figure === "minutes" || figure === "count") return ` ${Math.round(value)}`;
  return ` ${quantityText({ kind: figure, value }, kept<Units>("units", "metric"))}`;
}

function markWords({ kind, stage, at, value, where }: ObservationIn): string {
  const said = `${MARKS[kind][0]}${value == null ? "" : figureText(kind, value)}`;
  const place = where && kind === "moved" ? ` to ${readable(where)}` : "";
  return `${clock(at)}, ${STAGES[stage]}: ${said}${place}`;
}

/** One of them, by its name. */
export function workWords({ work }: Posted): string {
  switch (work.kind) {
    case "mark":
      return markWords(work.mark);
    case "finish":
      return `${clock(work.at)}: the end, ${work.outcome.verdict}${work.outcome.note ? `, “${work.outcome.note}”` : ""}`;
    case "start":
      return `${clock(work.at)}: start`;
    case "create":
      return `new bake “${work.document.name}”`;
    case "save":
      return `change of “${work.document.name}”`;
  }
}

/** All of it as text, a new bake and a change with all that they say: what is let go can be put somewhere else. */
export const copyWords = (waiting: Posted[]): string =>
  waiting
    .map((p) => ("document" in p.work ? `${workWords(p)}\n${JSON.stringify(p.work.document, null, 1)}` : workWords(p)))
    .join("\n");

/** When the first of them was done, where that is known. */
export function waitsSince(waiting: Posted[]): string | null {
  const hours = waiting.flatMap(({ work }) => ("mark" in work ? [work.mark.at] : "at" in work ? [work.at] : []));
  return hours.sort()[0] ?? null;
}
