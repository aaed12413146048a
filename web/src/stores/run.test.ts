import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { BatchOut, ObservationIn, Sheet } from "../api/client";
import { ServerError } from "../api/server-error";
import { FakeBrowser } from "./fakes.testing";
import type { Hand, Outbox } from "./outbox";
import { begunHere, RunStore, standing, unsentPieces, type RunServer } from "./run";

/** A server that takes each mark once, by its id; all of a delivery or none. */
class Marks {
  taken: ObservationIn[] = [];
  latency = () => 0;
  loseAnswers = 0;
  down = false;
  /** What the batch learned from: the marks that stood as it was finished. */
  atTheEnd: unknown[] | null = null;
  finishes = 0;
  reads = 0;
  /** What every call is answered with, 0 for as it should be. */
  status = 0;
  refuse: (mark: ObservationIn) => boolean = () => false;

  /** The marks that stand: all but those taken back, and what takes them back. */
  standing = (): ObservationIn[] => {
    const undone = new Set(this.taken.map((o) => o.undoes).filter(Boolean));
    return this.taken.filter((o) => o.kind !== "undo" && !undone.has(o.client_id));
  };

  batch = (): BatchOut =>
    ({
      id: 7,
      document: { heat: { from: "proofed" } },
      observations: this.standing(),
      marks: this.taken.length,
      finished: this.atTheEnd ? "2026-11-25T18:00:00+00:00" : null,
      live: {},
    }) as unknown as BatchOut;

  private async arrive() {
    await new Promise((resolve) => setTimeout(resolve, this.latency()));
    if (this.down) throw new ServerError(0, "out of reach");
    if (this.status) throw new ServerError(this.status, `said ${this.status}`);
  }

  readonly hand: Hand = async (parcel) => {
    await this.arrive();
    const marks = parcel.flatMap((p) => (p.work.kind === "mark" ? [p.work.mark] : []));
    if (marks.some(this.refuse)) throw new ServerError(422, "This mark cannot be.");
    const known = new Set(this.taken.map((o) => o.client_id));
    this.taken.push(...marks.filter((o) => !known.has(o.client_id)));
    if (parcel.some((p) => p.work.kind === "finish")) {
      this.finishes += 1;
      this.atTheEnd ??= this.standing().map((o) => o.value);
    }
    if (this.loseAnswers > 0) {
      this.loseAnswers -= 1;
      throw new ServerError(0, "the answer was lost");
    }
    return this.batch();
  };

  asServer(): RunServer {
    return {
      read: async () => {
        this.reads += 1;
        await this.arrive();
        return this.batch();
      },
      news: async () => {
        await this.arrive();
        return this.batch();
      },
    };
  }
}

const opened = (marks: Marks, outbox: Outbox) => {
  const store = new RunStore(marks.batch().id, marks.batch(), outbox, marks.asServer());
  const close = store.open();
  return Object.assign(store, { close });
};
const GOOD = { verdict: "good" as const, troubles: [], note: "", how_many: {} };
const rise = (value: number) => [{ kind: "risen" as const, stage: "rise" as const, value }];
/** The values of the marks that stand at the server. */
const left = (marks: Marks) => marks.standing().map((o) => o.value);
const waiting = (store: RunStore) => store.read().waiting.map((o) => o.value);
const soon = () => vi.advanceTimersByTimeAsync(10);

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("a batch begun before the server knows of it", () => {
  const START = "5f0c7f5e-8f0b-4c39-9f56-2d6d1c1b2a10";
  const start = { kind: "start" as const, bake: 3, chain: "w", version: 2, kitchen: null, at: "2026-11-25T08:00:00Z" };
  const day = { start: "2026-11-25T18:00:00+01:00", steps: [{ key: "rise", end: "2026-11-25T19:30:00+01:00" }] };
  const sheet = { day } as unknown as Sheet;
  const bake = { id: 3, version: 2, document: { name: "Loaves", heat: {} } as BatchOut["document"] };

  it("has its plan at the hour of the press", () => {
    const begun = begunHere(bake, sheet, start.at);
    expect(begun.plan?.day.steps.map((s) => Date.parse(s.end))).toEqual([Date.parse("2026-11-25T09:30:00Z")]);
    expect(begun.live.sheet).toEqual(begun.plan);
  });

  it("has its dough at its hour where something is made before it, and at once where it is the dough that is begun", () => {
    const steps = [
      { key: "filling", start: "2026-11-25T18:00:00+01:00", end: "2026-11-25T18:30:00+01:00" },
      { key: "weigh", start: "2026-11-25T20:00:00+01:00", end: "2026-11-25T20:20:00+01:00" },
    ];
    const ahead = { day: { start: "2026-11-25T18:00:00+01:00", steps } } as unknown as Sheet;
    const hours = (batch: BatchOut) => batch.plan?.day.steps.map((s) => new Date(s.start).toISOString().slice(11, 16));
    expect(hours(begunHere(bake, ahead, start.at, "2026-11-25T10:00:00Z"))).toEqual(["08:00", "10:00"]);
    expect(hours(begunHere(bake, ahead, start.at))).toEqual(["06:00", "08:00"]);
  });

  it("keeps its marks until its start is taken, then sends them after it, over a reload", async () => {
    const [marks, sent] = [new Marks(), [] as string[]];
    marks.down = true;
    const browser = new FakeBrowser((parcel) => {
      sent.push(parcel.map((p) => p.work.kind).join("+"));
      return marks.hand(parcel);
    });
    const outbox = await browser.open();
    const begun = await Promise.all([outbox.deliver(start, START), soon()]);
    expect(begun[0]).toBeNull();
    const store = new RunStore(START, begunHere(bake, sheet, start.at), outbox, marks.asServer());
    store.open();
    store.mark(rise(10));
    store.mark(rise(20));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(new Set(sent)).toEqual(new Set(["start"]));
    expect(marks.reads).toBe(0);
    const later = new RunStore(START, begunHere(bake, sheet, start.at), await browser.open(), marks.asServer());
    later.open();
    expect(waiting(later)).toEqual([10, 20]);
    marks.down = false;
    await vi.advanceTimersByTimeAsync(20_000);
    expect(left(marks)).toEqual([10, 20]);
    expect([store, later].map((s) => [s.read().batch.id, waiting(s)])).toEqual([
      [7, []],
      [7, []],
    ]);
  });

  it("whose start is refused sends no mark, says why and does not ask without end", async () => {
    const marks = new Marks();
    let asked = 0;
    const browser = new FakeBrowser((parcel) => {
      asked += 1;
      if (parcel[0]?.work.kind === "start") return Promise.reject(new ServerError(409, "Changed elsewhere."));
      return marks.hand(parcel);
    });
    const outbox = await browser.open();
    const store = new RunStore(START, begunHere(bake, sheet, start.at), outbox, marks.asServer());
    store.open();
    const delivered = outbox.deliver(start, START).catch((e: Error) => e.message);
    store.mark(rise(10));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(await delivered).toBe("Changed elsewhere.");
    expect([asked, marks.taken.length, waiting(store)]).toEqual([1, 0, [10]]);
    expect(store.read().trouble).toBe("Changed elsewhere.");
  });
});

describe("marks of a batch under way", () => {
  it("reach the server once each, in order, whatever is lost or slow on the way", async () => {
    const wait = fc.integer({ min: 0, max: 3000 });
    const step = fc.record({ do: fc.constantFrom("mark", "undo", "lose", "down", "up", "reload"), wait });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 15 }), wait, async (steps, latency) => {
        const marks = new Marks();
        marks.latency = () => latency;
        const browser = new FakeBrowser(marks.hand);
        let outbox = await browser.open();
        let store = opened(marks, outbox);
        const expected: number[] = [];
        for (const [i, { do: what, wait: pause }] of steps.entries()) {
          if (what === "mark") {
            store.mark(rise(i));
            expected.push(i);
          }
          if (what === "undo" && standing(store.read()).length > 0) {
            store.undo(1);
            expected.pop();
          }
          if (what === "lose") marks.loseAnswers = 1;
          if (what === "down") marks.down = true;
          if (what === "up") marks.down = false;
          await vi.advanceTimersByTimeAsync(pause + 1);
          if (what === "reload") {
            store.close();
            outbox.close();
            outbox = await browser.open();
            store = opened(marks, outbox);
          }
        }
        marks.down = false;
        // The two longest pauses: the first try after it is back may still lose its answer.
        await vi.advanceTimersByTimeAsync(90_000);
        expect(left(marks)).toEqual(expected);
        expect(new Set(marks.taken.map((o) => o.client_id)).size).toBe(marks.taken.length);
        expect(store.read().waiting).toEqual([]);
        expect(browser.shelf.held).toEqual([]);
        store.close();
      }),
      { numRuns: 80 },
    );
  });

  it("made in two tabs while the server is away all arrive, though both are closed before it is back", async () => {
    const marks = new Marks();
    marks.down = true;
    const browser = new FakeBrowser(marks.hand);
    const [one, two] = [await browser.open(), await browser.open()];
    const [first, second] = [opened(marks, one), opened(marks, two)];
    first.mark(rise(1));
    await soon();
    second.mark(rise(2));
    await soon();
    first.mark(rise(3));
    await soon();
    expect(waiting(first)).toEqual([1, 2, 3]);
    expect(waiting(second)).toEqual([1, 2, 3]);
    first.close();
    second.close();
    [one, two].forEach((tab) => tab.close());
    const third = await browser.open();
    expect(waiting(opened(marks, third))).toEqual([1, 2, 3]);
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(left(marks)).toEqual([1, 2, 3]);
  });

  it("made by somebody else are seen within seconds, without reading the batch again and again", async () => {
    const marks = new Marks();
    const [mine, theirs] = [new FakeBrowser(marks.hand), new FakeBrowser(marks.hand)];
    const [me, them] = [opened(marks, await mine.open()), opened(marks, await theirs.open("their phone"))];
    await vi.advanceTimersByTimeAsync(1_000);
    const before = marks.reads;
    await vi.advanceTimersByTimeAsync(12_000);
    expect(marks.reads - before).toBeLessThanOrEqual(2);
    them.mark(rise(1));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(me.read().batch.observations.map((o) => o.value)).toEqual([1]);
  });

  it("that cannot be are refused alone, with the reason in sight", async () => {
    const marks = new Marks();
    marks.refuse = (o) => o.value === 2;
    marks.down = true;
    const outbox = await new FakeBrowser(marks.hand).open();
    const store = opened(marks, outbox);
    for (const value of [1, 2, 3]) store.mark(rise(value));
    await soon();
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(left(marks)).toEqual([1, 3]);
    // Whoever made it may not be there any more: it stays, counts for nothing, and stops nothing.
    expect(store.read()).toMatchObject({ waiting: [], trouble: null });
    expect(outbox.read().waiting.map((p) => p.refused?.message)).toEqual(["This mark cannot be."]);
    store.mark(rise(4));
    await vi.advanceTimersByTimeAsync(1_000);
    expect(left(marks)).toEqual([1, 3, 4]);
  });

  it("that cannot be are told at once to whoever is there, and gone", async () => {
    const marks = new Marks();
    marks.refuse = (o) => o.value === 2;
    const outbox = await new FakeBrowser(marks.hand).open();
    const store = opened(marks, outbox);
    store.mark(rise(2));
    await vi.advanceTimersByTimeAsync(1_000);
    expect(store.read()).toMatchObject({ waiting: [], trouble: "This mark cannot be." });
    expect(outbox.read().waiting).toEqual([]);
  });

  it("are counted as pieces until the server has them", async () => {
    const marks = new Marks();
    marks.down = true;
    const store = opened(marks, await new FakeBrowser(marks.hand).open());
    store.mark([{ kind: "piece", stage: "divide", value: 50 }]);
    store.mark([{ kind: "piece", stage: "divide", value: 52, where: "1" }]);
    expect(unsentPieces(store.read())).toBe(1);
  });

  it("of one person are never sent for another who signs in on the same browser", async () => {
    const marks = new Marks();
    marks.down = true;
    const browser = new FakeBrowser(marks.hand);
    const outbox = await browser.open("north");
    opened(marks, outbox).mark(rise(1));
    await soon();
    outbox.close();
    marks.down = false;
    const others = await browser.open("south");
    await vi.advanceTimersByTimeAsync(60_000);
    expect(others.read().waiting).toEqual([]);
    expect(left(marks)).toEqual([]);
    others.close();
    await browser.open("north");
    await vi.advanceTimersByTimeAsync(60_000);
    expect(left(marks)).toEqual([1]);
  });
});

describe("the end of a batch", () => {
  it("waits while the server is away, and goes after every mark that waits, other tabs' included", async () => {
    const marks = new Marks();
    marks.down = true;
    const browser = new FakeBrowser(marks.hand);
    const [other, store] = [opened(marks, await browser.open()), opened(marks, await browser.open())];
    other.mark(rise(1));
    await soon();
    store.mark(rise(2));
    await soon();
    const finished = store.finish(GOOD);
    await vi.advanceTimersByTimeAsync(5_000);
    expect(await finished).toBe(false);
    expect(store.read()).toMatchObject({ finishing: true, line: "away" });
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(marks.atTheEnd).toEqual([1, 2]);
    expect(marks.finishes).toBe(1);
    expect(store.read().batch.finished).not.toBeNull();
    expect(store.read()).toMatchObject({ finishing: false, waiting: [] });
  });

  it("learns from every mark made before it, whenever it is pressed", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer({ min: 0, max: 2000 }), { maxLength: 8 }),
        fc.nat(3000),
        async (waits, slow) => {
          const marks = new Marks();
          marks.latency = () => slow;
          const store = opened(marks, await new FakeBrowser(marks.hand).open());
          for (const [i, wait] of waits.entries()) {
            store.mark(rise(i));
            await vi.advanceTimersByTimeAsync(wait);
          }
          const finished = store.finish(GOOD);
          await vi.advanceTimersByTimeAsync(60_000);
          expect(await finished).toBe(true);
          expect(marks.atTheEnd).toEqual(waits.map((_, i) => i));
          expect(new Set(marks.taken.map((o) => o.client_id)).size).toBe(marks.taken.length);
          store.close();
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("what stands between the page and the server", () => {
  it.each([
    [401, "signed out"],
    [500, "fault"],
    [429, "fault"],
    [403, "fault"],
    [502, "away"],
    [503, "away"],
  ] as const)("after %i is told as it is, and the mark waits", async (status, line) => {
    const marks = new Marks();
    const store = opened(marks, await new FakeBrowser(marks.hand).open());
    await soon();
    marks.status = status;
    store.mark(rise(3));
    await soon();
    expect(store.read().line).toBe(line);
    expect(waiting(store)).toEqual([3]);
    marks.status = 0;
    store.again();
    await soon();
    expect(store.read()).toMatchObject({ line: "open", waiting: [], trouble: null });
    expect(left(marks)).toEqual([3]);
  });
});

describe("a storage that is full", () => {
  it("gives up what can be done without before it gives up a mark", async () => {
    const marks = new Marks();
    marks.down = true;
    const browser = new FakeBrowser(marks.hand);
    [browser.shelf.full, browser.shelf.spare] = [true, true];
    const store = opened(marks, await browser.open());
    store.mark(rise(1));
    await soon();
    expect(store.read().unkept).toBe(false);
    expect(waiting(opened(marks, await browser.open()))).toEqual([1]);
  });

  it.each(["full", "shut"] as const)("or is %s for good is said, until the mark is sent", async (how) => {
    const marks = new Marks();
    marks.down = true;
    const browser = new FakeBrowser(marks.hand);
    browser.shelf[how] = true;
    const store = opened(marks, await browser.open());
    store.mark(rise(1));
    await soon();
    expect(store.read()).toMatchObject({ unkept: true, line: "away" });
    expect(waiting(store)).toEqual([1]);
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(store.read()).toMatchObject({ unkept: false, waiting: [] });
    expect(left(marks)).toEqual([1]);
  });
});
