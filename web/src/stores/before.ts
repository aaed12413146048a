/** What earlier versions of this application left unsent in this browser, as it is posted now. */
import type { Bake, ObservationIn } from "../api/client";
import { drop, keptNames, kept } from "../lib/kept";
import type { Outbox } from "./outbox";
import type { Work } from "./posted";

interface Draft {
  base: number;
  document: Bake;
}

/** Once one value, later one for each window. */
const each = <T>(found: T | Record<string, T>, isOne: (found: object) => boolean): [string, T][] =>
  isOne(found as object) ? [["before", found as T]] : Object.entries(found as Record<string, T>);

/** Marks and drafts kept under the old names, and those names. */
function found(): { works: Work[]; names: string[] } {
  const works: Work[] = [];
  const names = keptNames().filter((name) => /^(outbox|draft)\.\d+$/.test(name));
  for (const name of names) {
    const [kind, id] = name.split(".") as [string, string];
    if (kind === "outbox")
      for (const [, marks] of each(kept<ObservationIn[] | Record<string, ObservationIn[]>>(name, []), Array.isArray))
        works.push(...marks.map((mark): Work => ({ kind: "mark", batch: Number(id), mark })));
    else
      for (const [chain, draft] of each(kept<Draft | Record<string, Draft>>(name, {}), (d) => "document" in d))
        works.push({ kind: "save", bake: Number(id), chain, base: draft.base, document: draft.document });
  }
  return { works, names };
}

/** Post what was left, once: where it cannot be kept in its new place, it stays in the old. */
export async function postWhatWasLeft(outbox: Pick<Outbox, "post" | "allKept">): Promise<void> {
  const { works, names } = found();
  if (works.length > 0) outbox.post(works);
  if (names.length > 0 && (await outbox.allKept())) names.forEach(drop);
}
