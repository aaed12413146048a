import fc from "fast-check";
import { describe, expect, it, vi } from "vitest";

import { clock, clockFrom, clockHeard, clockNow, clockOff, countdown, duration, nowIso } from "./clock";
import { emptyHistory, pushed, recall, redone, remember, undone, type History } from "./history";
import { keep, kept } from "./kept";
import { setAt } from "./path";
import { read, shownNumber, spoons, spoonsRange, unitOf, written, type Kind, type Units } from "./quantity";

const KINDS = fc.constantFrom<Kind>("mass", "temperature");
const UNITS = fc.constantFrom<Units>("metric", "us");

describe("a quantity as it is typed", () => {
  it("is read in any unit the core reads", () => {
    expect(read("62 g", "mass")).toBe(62);
    expect(read("1,5 kg", "mass")).toBe(1500);
    expect(read("2 oz", "mass")).toBeCloseTo(56.699, 3);
    expect(read("375 F", "temperature")).toBeCloseTo(190.556, 3);
    expect(read("190 °C", "temperature")).toBe(190);
  });

  it("is left alone where it is no plain quantity", () => {
    for (const typed of ["", "62", "a dozen g", "62 stone", "1e5 g"]) expect(read(typed, "mass")).toBeNull();
    expect(read("20 K", "temperature")).toBeNull();
  });

  it("shown in the cook's unit and typed again is the same, within its last figure", () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 2000, noNaN: true }), KINDS, UNITS, (value, kind, units) => {
        const again = read(written(shownNumber(value, kind, units), kind, units), kind) ?? NaN;
        // One figure more or less of what is shown: 1 °F, 1 g, or 0.1 oz at most.
        expect(Math.abs(again - value)).toBeLessThanOrEqual(units === "metric" ? 0.5 : kind === "mass" ? 1.42 : 0.28);
      }),
    );
  });

  it("with a unit of its own keeps it, without one takes the one in sight", () => {
    expect(written("62", "mass", "us")).toBe("62 oz");
    expect(written(" 62 g ", "mass", "us")).toBe("62 g");
    expect(written("  ", "mass", "us")).toBe("");
    expect([unitOf("temperature", "metric"), unitOf("temperature", "us")]).toEqual(["C", "F"]);
  });

  it("in spoons is what a cook would reach for", () => {
    // A US tablespoon holds 14.787 ml, a teaspoon 4.929 ml (NIST Handbook 44).
    expect(spoons(14.787)).toBe("1 tbsp");
    expect(spoons(14.787 * 2.75)).toBe("2 ¾ tbsp");
    expect(spoons(4.929 / 2)).toBe("½ tsp");
    expect(spoons(0.01)).toBe("¼ tsp");
    expect(spoonsRange(14.787 * 1.75, 14.787 * 4.75)).toBe("1 ¾ to 4 ¾ tbsp");
    expect(spoonsRange(4.929, 14.787)).toBe("1 tsp to 1 tbsp");
    expect(spoonsRange(14.787, 14.9)).toBe("1 tbsp");
  });
});

describe("times", () => {
  it("are said as a cook says them", () => {
    expect([duration(40), duration(95), duration(-3)]).toEqual(["40 min", "1 h 35", "0 min"]);
    expect([460, 4060, -65, 165_900].map(countdown)).toEqual(["7:40", "1:07:40", "-1:05", "46 h 05"]);
  });

  it("of another day carry its weekday", () => {
    const noon = new Date(2026, 10, 25, 12).getTime();
    expect(clockFrom(new Date(2026, 10, 25, 18, 30).toISOString(), noon)).toBe("18:30");
    expect(clockFrom(new Date(2026, 10, 26, 6, 5).toISOString(), noon)).toBe("Thu 06:05");
    expect(clockFrom(new Date(2026, 11, 10, 6, 5).toISOString(), noon)).toBe("10 Dec, 06:05");
    expect(clockFrom(new Date(2027, 0, 24, 18, 30).toISOString(), noon)).toBe("24 Jan 2027, 18:30");
    expect(clock(new Date(2026, 10, 26, 6, 5))).toBe("06:05");
    const late = new Date(2026, 10, 25, 23, 30).getTime();
    expect(clockFrom(new Date(2026, 10, 26, 0, 3).toISOString(), late)).toBe("00:03");
  });

  it("sent to the server are the same moment, with this machine's offset", () => {
    fc.assert(
      fc.property(fc.date({ min: new Date(2020, 0, 1), max: new Date(2040, 0, 1), noInvalidDate: true }), (at) => {
        expect(nowIso(at)).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d[+-]\d\d:\d\d$/);
        expect(Math.abs(Date.parse(nowIso(at)) - at.getTime())).toBeLessThan(1000);
        expect(Date.parse(nowIso(at, true))).toBe(at.getTime());
      }),
    );
  });
});

describe("undo", () => {
  it("goes back through every state and forward again", () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { minLength: 1, maxLength: 60 }), (states) => {
        let [history, now]: [History<number>, number] = [emptyHistory(), states[0] ?? 0];
        for (const next of states.slice(1)) [history, now] = [pushed(history, now), next];
        for (const earlier of [...states].reverse().slice(1)) {
          const step = undone(history, now);
          expect(step?.document).toBe(earlier);
          if (step) [history, now] = [step.history, step.document];
        }
        expect(undone(history, now)).toBeNull();
        for (const later of states.slice(1)) {
          const step = redone(history, now);
          expect(step?.document).toBe(later);
          if (step) [history, now] = [step.history, step.document];
        }
        expect(redone(history, now)).toBeNull();
      }),
    );
  });

  it("keeps no more than it says, and an edit forgets what was undone", () => {
    let history = emptyHistory<number>();
    for (let i = 0; i < 100; i++) history = pushed(history, i);
    expect(history.past).toHaveLength(60);
    expect(history.past.at(-1)).toBe(99);
    const back = undone(history, 100);
    expect(pushed(back?.history ?? history, 99).future).toEqual([]);
  });

  it("survives a reload, and what is no history is none", () => {
    const held = new Map<string, string>();
    vi.stubGlobal("localStorage", {
      getItem: (key: string) => held.get(key) ?? null,
      setItem: (key: string, value: string) => void held.set(key, value),
    });
    remember("7", pushed(emptyHistory<string>(), "before"));
    expect(recall<string>("7").past).toEqual(["before"]);
    held.set("airycrumb.history.8", '"broken"');
    held.set("airycrumb.history.9", "{");
    expect([recall("8"), recall("9")]).toEqual([emptyHistory(), emptyHistory()]);
    vi.unstubAllGlobals();
  });
});

describe("a browser that refuses storage", () => {
  it("is worked with", () => {
    const refuse = () => {
      throw new Error("refused");
    };
    vi.stubGlobal("localStorage", { getItem: refuse, setItem: refuse, removeItem: refuse });
    expect(() => keep("anything", 1)).not.toThrow();
    expect(kept("anything", "instead")).toBe("instead");
    vi.unstubAllGlobals();
  });
});

describe("a document with one value replaced", () => {
  it("shares everything else and leaves the old one as it was", () => {
    const before = { groups: [{ pieces: 4 }, { pieces: 6 }], name: "as it was", heat: { rest: "5 min" } };
    const after = setAt(before, ["groups", 1, "pieces"], 8);
    expect(after.groups).toEqual([{ pieces: 4 }, { pieces: 8 }]);
    expect(before.groups[1]).toEqual({ pieces: 6 });
    expect(after.heat).toBe(before.heat);
    expect(after.groups[0]).toBe(before.groups[0]);
  });

  it("makes what is missing on the way", () => {
    expect(setAt({}, ["plan", "room"], "20 C")).toEqual({ plan: { room: "20 C" } });
  });
});

describe("a device's clock", () => {
  const HOUR = 3_600_000;
  const start = Date.parse("2026-11-25T12:00:00Z");
  const at = (hours: number) => vi.setSystemTime(start + hours * HOUR);

  it("put back an hour in the middle of a batch is counted on from where it stood, until the server says it is right", () => {
    vi.useFakeTimers();
    at(0);
    expect(clockNow()).toBe(start);
    at(1);
    expect(clockNow()).toBe(start + HOUR);
    at(0.25);
    expect(clockNow()).toBe(start + HOUR);
    at(0.75);
    expect(clockNow()).toBe(start + 1.5 * HOUR);
    clockHeard(new Date(start + 1.5 * HOUR).toISOString());
    expect(clockNow()).toBe(start + 1.5 * HOUR);
    clockHeard(new Date(start + 0.75 * HOUR).toISOString());
    expect(clockNow()).toBe(start + 0.75 * HOUR);
    // One that stood a month ahead and is put right is believed.
    at(31 * 24);
    expect(clockNow()).toBe(start + 31 * 24 * HOUR);
    at(2);
    expect(clockNow()).toBe(start + 2 * HOUR);
    vi.useRealTimers();
  });

  it("that is wrong is told by how much, and not for the seconds an answer takes", () => {
    const server = "2026-11-25T12:00:00Z";
    expect(clockOff(server, start - HOUR)).toBe(-60);
    expect(clockOff(server, start + 3 * HOUR)).toBe(180);
    expect(clockOff(server, start + 90_000)).toBe(0);
  });
});
