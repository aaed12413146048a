import { describe, expect, inject, it } from "vitest";

import { opening, quantityText, sentence, type Said, type Units } from "./words";

/** A sentence of the contract, and what the core wrote of it. */
interface Case extends Record<Units, string> {
  said: Said;
  now: string;
}

declare module "vitest" {
  interface ProvidedContext {
    sentences: Case[];
  }
}

const cases = inject("sentences");

describe.skipIf(cases.length === 0)("sentences the core has written", () => {
  it.each<Units>(["metric", "us"])("are written alike here in %s units", (units) => {
    const other = cases
      .map((c) => ({ core: c[units], here: sentence(c.said, units, Date.parse(c.now)) }))
      .filter((c) => c.core !== c.here);
    expect(other.slice(0, 10)).toEqual([]);
    expect(cases.length).toBeGreaterThan(2000);
  });
});

describe("a quantity", () => {
  it("keeps its unit once in a range", () => {
    const hot = { kind: "temperature", value: 200, to: 220 } as const;
    expect(quantityText(hot, "metric")).toBe("200 to 220 °C");
    expect(quantityText(hot, "us")).toBe("392 to 428 °F");
  });

  it("of a kind nobody knows is an error and no empty place", () => {
    expect(() => quantityText({ kind: "speed" as never, value: 1 }, "metric")).toThrow("no unit");
  });
});

describe("a heading", () => {
  it("opens with a capital", () => {
    expect([opening("steam it"), opening("")]).toEqual(["Steam it", ""]);
  });
});
