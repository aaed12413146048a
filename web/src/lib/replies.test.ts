import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { lookUp, type Reply } from "./replies";

const reply = (end: number): Reply => ({ end, low: end - 5, high: end + 5 });
const grid = (replies: Reply[][]) => [{ kind: "risen", minutes: [30, 60], values: [0.2, 0.6, 1], replies }];
const table = grid([
  [reply(140), reply(100), reply(80)],
  [reply(180), reply(120), reply(90)],
]);

describe("a reply looked up", () => {
  it("is the core's own where the table has it, and lies between where it has not", () => {
    expect(lookUp(table, "risen", 30, 0.6)).toEqual(reply(100));
    expect(lookUp(table, "risen", 45, 0.4)).toEqual(reply(135));
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (m, v) => {
          const { end, low, high } = lookUp(table, "risen", m, v) as Reply;
          expect(end).toBeGreaterThanOrEqual(80);
          expect(end).toBeLessThanOrEqual(180);
          expect(high! - low!).toBeCloseTo(10);
        },
      ),
    );
  });

  it("outside the table is that of its edge", () => {
    expect(lookUp(table, "risen", 5, 0)).toEqual(reply(140));
    expect(lookUp(table, "risen", 500, 3)).toEqual(reply(90));
  });

  it("is none for marks the table says nothing of, and not known where one beside it is not", () => {
    expect(lookUp(table, "poke", 30, 1)).toBeNull();
    const never = grid([
      [{ ...reply(140), low: null, high: null }, reply(100), reply(80)],
      [reply(180), reply(120), reply(90)],
    ]);
    expect(lookUp(never, "risen", 30, 0.25)).toMatchObject({ low: null, high: null });
    expect(lookUp(never, "risen", 30, 0.55)).toMatchObject({ low: 95 });
  });
});
