/** What was done here and is not sent yet, in words: to be read, to be copied, to be let go by its name. */
import type { ObservationIn } from "../api/client";
import { clock } from "../lib/clock";
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

const readable = (key: string) => key.replaceAll(/[._]/g, " ");
const shown = ({ value, where }: ObservationIn) =>
  [value === null ? "" : String(value), where ? readable(where) : ""].filter(Boolean).join(", ");

function markWords(mark: ObservationIn): string {
  const what = `${readable(mark.kind)}${shown(mark) && ` ${shown(mark)}`}`;
  return `${clock(mark.at)}, ${readable(mark.stage)}: ${what}${mark.event ? ` (${readable(mark.event)})` : ""}`;
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
