import { describe, expect, inject, it } from "vitest";

import { hoursText, opening, quantityText, sentence, type Said, type Units } from "./words";

const NO_BREAK = "\u00a0";

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
      .map((c) => ({ core: c[units], here: sentence(c.said, units, Date.parse(c.now)).replaceAll(NO_BREAK, " ") }))
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

describe("a span of hours", () => {
  const friday = new Date(2026, 10, 27, 17, 40).getTime();
  const at = (day: number, hour: number, minute = 0) => new Date(2026, 10, day, hour, minute).getTime();

  it("names a day once, and where it goes into the next, the next", () => {
    expect(hoursText(at(27, 18, 30), at(27, 19, 10), friday)).toBe("18:30 to 19:10");
    expect(hoursText(at(28, 0, 18), at(28, 1, 31), friday)).toBe("Sat 00:18 to 01:31");
    expect(hoursText(at(27, 23, 40), at(28, 1, 5), friday)).toBe("23:40 to Sat 01:05");
  });

  it("names no day near to it, for the hour says which", () => {
    expect(hoursText(at(28, 0, 3), at(28, 0, 28), at(27, 23, 30))).toBe("00:03 to 00:28");
    expect(hoursText(at(27, 23, 58), at(28, 0, 28), at(27, 23, 30))).toBe("23:58 to 00:28");
    expect(hoursText(at(27, 23, 58), at(28, 0, 28), at(28, 1))).toBe("23:58 to 00:28");
    expect(hoursText(at(28, 3), at(28, 6), at(27, 23, 30))).toBe("Sat 03:00 to 06:00");
  });

  it("of one minute is an hour", () => {
    expect(hoursText(at(27, 18), at(27, 18, 0) + 20_000, friday)).toBe("18:00");
    expect(hoursText(at(28, 0, 18), at(28, 0, 18), friday)).toBe("Sat 00:18");
  });
});

describe("a sentence", () => {
  it("breaks at no unit, only at the to of a range", () => {
    const said: Said = ["for ", { kind: "duration", value: 109 }, " at ", { kind: "temperature", value: 200, to: 220 }];
    expect(sentence(said, "metric")).toBe("for 1~h~49 at 200 to 220~°C".replaceAll("~", NO_BREAK));
  });
});

describe("a heading", () => {
  it("opens with a capital", () => {
    expect([opening("steam it"), opening("")]).toEqual(["Steam it", ""]);
  });
});
