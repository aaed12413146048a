import type { Bake } from "../api/client";

type Filling = Bake["filling"];
type Laid = NonNullable<Filling["laid"]>[number];
export type LaidPath = ["inside"] | ["laid", number];

/** What is laid into each piece with a filling, in turn, and where in the filling it is written. */
export function laidIn(filling: Filling | undefined): { one: Laid; path: LaidPath }[] {
  const first = filling?.inside ? [{ one: filling.inside, path: ["inside"] as LaidPath }] : [];
  return [...first, ...(filling?.laid ?? []).map((one, n) => ({ one, path: ["laid", n] as LaidPath }))];
}

/** A filling with other things laid in; the older spelling of one thing goes. */
export function withLaid(filling: Filling, laid: Laid[]): Filling {
  const next = { ...filling, laid };
  delete next.inside;
  return next;
}
