import type { RecipeOut, RecipeText } from "../../api/client";

export type Correction = NonNullable<RecipeText["corrections"]>[number];
export type Line = RecipeOut["lines"][number];

/** Which thing of its written line each line is: "2 eggs + 1 yolk" holds two. */
export function nthOf(lines: Line[]): number[] {
  const seen = new Map<string, number>();
  return lines.map((line) => {
    const nth = seen.get(line.written) ?? 0;
    seen.set(line.written, nth + 1);
    return nth;
  });
}

/** The corrections with one changed. */
export function put(all: Correction[], change: Correction): Correction[] {
  const same = (c: Correction) => c.written === change.written && c.nth === change.nth;
  return [...all.filter((c) => !same(c)), { ...all.find(same), ...change }];
}
