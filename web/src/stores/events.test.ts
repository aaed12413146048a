import { describe, expect, it } from "vitest";

import type { BakeEvent } from "../api/client";
import { calls, comingAfter, frontOf, goesInCold, loadsIn, marksOf, openEvents, putsInUnlit, tooSoon } from "./events";

const NOW = Date.parse("2026-11-25T12:00:00Z");
const at = (minutes: number) => new Date(NOW + minutes * 60_000).toISOString();

/** An event that begins and ends so many minutes from now. */
const event = (id: string, start: number, end: number, more: Partial<BakeEvent> = {}): BakeEvent => ({
  id,
  kind: "rise",
  stage: "rise",
  tray: "rise",
  label: [],
  words: [],
  details: [],
  figure: [],
  figure_note: [],
  press: [],
  start: at(start),
  end: at(end),
  due: at(end),
  low: at(end),
  high: at(end),
  when: "at",
  hands_min: 0,
  resource: "bench",
  ends: "look",
  along: "",
  until: "rise",
  marks: [{ kind: "did", stage: "rise", event: id, value: null, where: null }],
  closes: [],
  choices: [],
  rings: true,
  rank: 4,
  lost: [],
  passes_at: null,
  load: "",
  cautions: [],
  doubts: [],
  standing: "open",
  ends_stage: false,
  hot_from: null,
  ...more,
});
const act = (id: string, start: number, more: Partial<BakeEvent> = {}) =>
  event(id, start, start + 20, { hands_min: 20, due: at(start), low: at(start), high: at(start), rank: 6, ...more });
const load = (kind: "into" | "out", n: number, due: number) =>
  event(`heat.1.${n}.${kind}`, due - 20, due, {
    kind,
    stage: "heat",
    until: kind === "into" ? `heat.1.${n}.out` : "heat",
    load: `heat.1.${n}`,
    rank: kind === "out" ? 0 : 2,
    hands_min: kind === "out" ? 0 : 2,
    closes: kind === "out" ? [{ kind: "done", stage: "heat", event: "", value: null, where: null }] : [],
  });
const ids = (events: BakeEvent[]) => events.map((e) => e.id);

describe("the event in front", () => {
  const rise = event("rise.grown", -30, 60, { ends_stage: true });

  it("is what goes on until something is due, and then that", () => {
    const open = [act("filling.make", 10), rise];
    expect(frontOf(open, NOW)?.id).toBe("rise.grown");
    expect(frontOf(open, NOW + 11 * 60_000)?.id).toBe("filling.make");
  });

  it("is the burning oven before the dough, whichever was due first", () => {
    const open = [event("rise.grown", -90, -20, { ends_stage: true }), load("out", 1, -1)];
    expect(frontOf(open, NOW)?.id).toBe("heat.1.1.out");
    expect(ids(comingAfter(open, open[1], NOW))).toEqual(["rise.grown"]);
  });

  it("is what has to be lit before anything goes into it, however urgent the pieces are", () => {
    const light = act("heat.2.1.light", -5, { kind: "light", stage: "heat", load: "heat.2", rank: 5 });
    const into = { ...load("into", 1, -5), id: "heat.2.1.in", load: "heat.2.1" };
    expect(frontOf([into, light], NOW)?.id).toBe("heat.2.1.light");
    expect(frontOf([into], NOW)?.id).toBe("heat.2.1.in");
    // Another heat that is not lit stands in nobody's way.
    expect(frontOf([load("into", 1, -5), light], NOW)?.id).toBe("heat.1.1.into");
  });

  it("is what has to be lit before a proof that ends in the oven, and the proof again once that is lit", () => {
    const light = act("heat.1.light", -20, { kind: "light", stage: "heat", load: "heat.1", rank: 5 });
    const proof = event("proof.grown", -60, -5, { stage: "proof", ends_stage: true, rank: 3 });
    const into = { ...load("into", 1, -5), along: "proof.grown" };
    expect(frontOf([proof, into, light], NOW)?.id).toBe("heat.1.light");
    expect(putsInUnlit([proof, into, light], proof)).toBe(true);
    expect(frontOf([proof, into], NOW)?.id).toBe("proof.grown");
    expect(putsInUnlit([proof, into], proof)).toBe(false);
    // Not due yet, it goes on in front until there is something to light.
    expect(
      frontOf([{ ...proof, due: at(30) }, into, act("heat.1.light", 10, { ...light, due: at(10) })], NOW)?.id,
    ).toBe("proof.grown");
  });

  it("is never a reminder, nor what a load does before it is in", () => {
    const open = [event("rise.look", -5, -5, { kind: "look", rank: 7 }), rise];
    expect(frontOf(open, NOW)?.id).toBe("rise.grown");
    expect(frontOf([load("into", 2, -1), load("out", 2, -1)], NOW)?.id).toBe("heat.1.2.into");
  });

  it("began a moment ago where a press began it", () => {
    expect(frontOf([act("filling.make", 10), event("rise.grown", 0.01, 60, { ends_stage: true })], NOW)?.id).toBe(
      "rise.grown",
    );
  });
});

describe("what is still open", () => {
  it("leaves out what marks made here end, and moves the rest along", () => {
    const knead = act("weigh.knead", -2, { stage: "weigh", until: "weigh", ends_stage: true });
    const bowl = act("weigh.bowl", -2, { stage: "weigh", until: "weigh", along: "weigh.knead" });
    const rise = event("rise.grown", 18, 78, { ends_stage: true });
    const done = { kind: "done", stage: "weigh", at: at(0), event: "weigh.knead" };
    const [left, ...more] = openEvents([knead, bowl, rise], [done]);
    expect(more).toEqual([]);
    // Kneaded 18 min sooner than planned.
    expect(left?.id).toBe("rise.grown");
    expect(Date.parse(left?.due ?? "")).toBe(Date.parse(at(60)));
  });

  it("moves the hours in a sentence with the countdown beside it", () => {
    const reaches = [{ at: at(40), shown: "hour" }] as unknown as BakeEvent["figure_note"];
    const proof = event("proof.grown", -30, 10, { stage: "proof", until: "proof", ends_stage: true });
    const out = event("heat.1.1.out", 10, 40, { stage: "heat", until: "heat", figure_note: reaches });
    const done = { kind: "done", stage: "proof", at: at(25), event: "proof.grown" };
    const [left] = openEvents([proof, out], [done]);
    expect(Date.parse(left?.due ?? "")).toBe(Date.parse(at(55)));
    expect(Date.parse((left?.figure_note as unknown as { at: string }[])[0]?.at ?? "")).toBe(Date.parse(at(55)));
  });

  it("is no sooner for a stage that was not marked: late is later", () => {
    const wrap = act("wrap.last", -30, { stage: "wrap", until: "wrap", end: at(-20), ends_stage: true });
    const proof = event("proof.grown", -20, 10, { stage: "proof", until: "proof", ends_stage: true });
    const light = act("heat.1.1.light", -5, { kind: "light", stage: "heat", until: "proof", load: "heat.1.1" });
    const [front, ...later] = openEvents([wrap, proof, light], [], [], NOW);
    expect(front?.id).toBe("wrap.last");
    expect(later.map((e) => [e.id, Math.round((Date.parse(e.due) - NOW) / 60_000)])).toEqual([
      ["heat.1.1.light", 15],
      ["proof.grown", 30],
    ]);
  });

  it("counts a load from when it went in", () => {
    const into = act("heat.1.2.in", -10, { kind: "into", stage: "heat", until: "heat.1.2.out", load: "heat.1.2" });
    const out = event("heat.1.2.out", -10, 12, { kind: "out", stage: "heat", until: "heat", load: "heat.1.2" });
    const [left] = openEvents([into, out], [{ kind: "did", stage: "heat", at: at(0), event: "heat.1.2.in" }]);
    expect(Math.round((Date.parse(left?.due ?? "") - NOW) / 60_000)).toBe(22);
  });

  it("keeps what follows the heat behind the load that went in the latest", () => {
    const into = act("heat.1.2.in", -60, { kind: "into", stage: "heat", until: "heat.1.2.out", load: "heat.1.2" });
    const out = event("heat.1.2.out", -60, -38, { kind: "out", stage: "heat", until: "heat", load: "heat.1.2" });
    const rest = event("rest.over", -38, -33, { stage: "rest", until: "rest" });
    const left = openEvents([into, out, rest], [{ kind: "did", stage: "heat", at: at(0), event: "heat.1.2.in" }]);
    expect(left.map((e) => [e.id, Math.round((Date.parse(e.due) - NOW) / 60_000)])).toEqual([
      ["heat.1.2.out", 22],
      ["rest.over", 27],
    ]);
  });

  it("opens again what was taken back before the list knows of it", () => {
    const divided = act("divide.cut", -5, { stage: "divide", until: "divide", standing: "done" });
    const mark = { kind: "did", stage: "divide", at: at(-5), event: "divide.cut" };
    expect(openEvents([divided], [])).toEqual([]);
    expect(ids(openEvents([divided], [], [mark]))).toEqual(["divide.cut"]);
  });
});

describe("what goes in cold", () => {
  it("is asked about until what it goes into is hot", () => {
    const proof = event("proof.grown", -30, -1, { stage: "proof", ends_stage: true });
    const into = act("heat.1.1.in", 0, { kind: "into", stage: "heat", along: "proof.grown", hot_from: at(10) });
    expect(goesInCold([proof, into], proof, NOW)?.id).toBe("heat.1.1.in");
    expect(goesInCold([proof, into], proof, NOW + 11 * 60_000)).toBeUndefined();
    expect(goesInCold([proof, { ...into, hot_from: null }], proof, NOW)).toBeUndefined();
  });
});

describe("loads", () => {
  it("are in once they went in, and the last one out ends the heat, whichever that is", () => {
    const [first, into, second] = [load("out", 1, 5), load("into", 2, 7), load("out", 2, 27)];
    expect(ids(loadsIn([first, into, second]))).toEqual(["heat.1.1.out"]);
    expect(marksOf([first, into, second], first)).toBe(first.marks);
    expect(marksOf([second], second)).toBe(second.closes);
  });

  it("do not call for a second before the first is out", () => {
    const [first, into] = [load("out", 1, -3), load("into", 2, -1)];
    expect(calls([first, into], into, NOW, NOW - 3_600_000)).toBe(false);
    expect(calls([into], into, NOW, NOW - 3_600_000)).toBe(true);
  });
});

describe("calling", () => {
  it("is for what fell due by itself, not for what a press brought up, and not for ever", () => {
    const out = event("rise.grown", -60, -1);
    expect(calls([out], out, NOW, NOW - 3_600_000)).toBe(true);
    expect(calls([out], out, NOW, NOW - 70_000)).toBe(false);
    expect(calls([out], out, NOW + 3_600_000, NOW - 3_600_000)).toBe(false);
    const turn = act("heat.1.1.turn.1", -6, { passes_at: at(-2) });
    expect(calls([turn], turn, NOW, NOW - 3_600_000)).toBe(false);
  });

  it("is for one thing at a time: what follows a rise does not call beside it, an oven to be lit does", () => {
    const rise = event("rise.grown", -60, -2, { ends_stage: true });
    const cut = act("divide.cut", -1, { stage: "divide", until: "divide" });
    const filling = act("filling.make", -1, { stage: "filling", until: "wrap" });
    const light = act("heat.1.1.light", -1, { kind: "light", stage: "heat", until: "proof", load: "heat.1.1" });
    const open = [rise, cut, filling, light];
    const called = open.filter((e) => calls(open, e, NOW, NOW - 3_600_000));
    expect(ids(called)).toEqual(["rise.grown", "filling.make", "heat.1.1.light"]);
    expect(calls([cut], cut, NOW, NOW - 3_600_000)).toBe(true);
  });

  it("asks about a press in the first quarter of a wait", () => {
    expect(tooSoon(event("rise.grown", -1, 60), NOW)).toBe(true);
    expect(tooSoon(event("rise.grown", -30, 60), NOW)).toBe(false);
    expect(tooSoon(act("divide.cut", 0), NOW)).toBe(false);
  });
});
