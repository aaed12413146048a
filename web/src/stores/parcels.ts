/** In which order what waits may go. */
import type { Posted } from "./posted";

/** Things of one stream go one after another: what stands in the way of one stands in the way of those behind it. */
export const streamOf = ({ id, work }: Posted): string => {
  if (work.kind === "mark" || work.kind === "finish") return `batch ${work.batch}`;
  return work.kind === "create" ? id : `bake ${work.bake} ${work.chain}`;
};

/** The stream that what waits opens once it has gone: the marks of a batch follow its start. */
const streamBegunBy = ({ id, work }: Posted): string => (work.kind === "start" ? `batch ${id}` : "");

/** Whether it cannot be, whatever goes before it: it waits for the cook alone, and stops nothing but what it begins. */
export const cannotBe = ({ work, refused }: Posted) => work.kind !== "save" && refused?.status === 422;

/** What can go now, from what waits in order: one thing, or up to `most` marks of one batch. */
export function parcelOf(
  waiting: Posted[],
  stopped: ReadonlySet<string>,
  resting: Pick<ReadonlySet<string>, "has">,
  most: number,
): Posted[] {
  const shut = new Set([...stopped, ...waiting.map(streamBegunBy)]);
  for (const [i, one] of waiting.entries()) {
    const stream = streamOf(one);
    if (shut.has(stream) || cannotBe(one)) continue;
    if (one.refused || resting.has(one.id)) {
      shut.add(stream);
      continue;
    }
    if (one.work.kind !== "mark") return [one];
    const behind = waiting.slice(i).filter((p) => streamOf(p) === stream);
    const other = behind.findIndex((p) => p.work.kind !== "mark" || p.refused);
    return behind.slice(0, Math.min(other < 0 ? Infinity : other, most));
  }
  return [];
}
