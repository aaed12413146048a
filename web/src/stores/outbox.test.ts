import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { BatchOut, ObservationIn } from "../api/client";
import { ServerError } from "../api/server-error";
import { RunStore, standing, unsentPieces, type RunServer } from "./outbox";
import { Storage } from "./storage.testing";

/** A server that takes each mark once, by its id; all of a delivery or none. */
class Marks {
  taken: ObservationIn[] = [];
  latency = () => 0;
  loseAnswers = 0;
  down = false;
  /** What the batch learned from: the marks that stood as it was finished. */
  atTheEnd: unknown[] | null = null;
  /** What every call is answered with, 0 for as it should be. */
  status = 0;
  refuse: (mark: ObservationIn) => boolean = () => false;

  /** The marks that stand: all but those taken back, and what takes them back. */
  standing = (): ObservationIn[] => {
    const undone = new Set(this.taken.map((o) => o.undoes).filter(Boolean));
    return this.taken.filter((o) => o.kind !== "undo" && !undone.has(o.client_id));
  };

  batch = (): BatchOut =>
    ({ id: 7, document: { heat: { from: "proofed" } }, observations: this.standing() }) as unknown as BatchOut;

  private async arrive() {
    await new Promise((resolve) => setTimeout(resolve, this.latency()));
    if (this.down) throw new ServerError(0, "out of reach");
    if (this.status) throw new ServerError(this.status, `said ${this.status}`);
  }

  asServer(): RunServer {
    return {
      note: async (_batch, marks) => {
        await this.arrive();
        if (marks.some(this.refuse)) throw new ServerError(422, "This mark cannot be.");
        const known = new Set(this.taken.map((o) => o.client_id));
        this.taken.push(...marks.filter((o) => !known.has(o.client_id)));
        if (this.loseAnswers > 0) {
          this.loseAnswers -= 1;
          throw new ServerError(0, "the answer was lost");
        }
        return this.batch();
      },
      read: async () => {
        await this.arrive();
        return this.batch();
      },
      finish: async (_batch, _outcome, marks) => {
        await this.arrive();
        const known = new Set(this.taken.map((o) => o.client_id));
        this.taken.push(...marks.filter((o) => !known.has(o.client_id)));
        this.atTheEnd ??= this.standing().map((o) => o.value);
        return this.batch();
      },
    };
  }
}

const opened = (marks: Marks) => {
  const store = new RunStore(marks.batch(), marks.asServer());
  store.open();
  return store;
};
const GOOD = { verdict: "good" as const, troubles: [], note: "" };
const rise = (value: number) => [{ kind: "risen" as const, stage: "rise" as const, value }];
/** The values of the marks that stand at the server. */
const left = (marks: Marks) => marks.standing().map((o) => o.value);

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("localStorage", new Storage());
  vi.stubGlobal("sessionStorage", new Storage());
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("marks of a batch under way", () => {
  it("reach the server once each, in order, whatever is lost or slow on the way", async () => {
    const wait = fc.integer({ min: 0, max: 3000 });
    const step = fc.record({ do: fc.constantFrom("mark", "undo", "lose", "down", "up", "reload"), wait });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 15 }), wait, async (steps, latency) => {
        localStorage.removeItem("airycrumb.outbox.7");
        const marks = new Marks();
        marks.latency = () => latency;
        let store = opened(marks);
        let close = store.open();
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
          if (what === "reload") {
            close();
            store = opened(marks);
            close = store.open();
          }
          await vi.advanceTimersByTimeAsync(pause + 1);
        }
        marks.down = false;
        await vi.advanceTimersByTimeAsync(60_000);
        close();
        expect(left(marks)).toEqual(expected);
        expect(new Set(marks.taken.map((o) => o.client_id)).size).toBe(marks.taken.length);
        expect(store.read().waiting).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });

  it("made in two windows while the server is away all arrive", async () => {
    const marks = new Marks();
    marks.down = true;
    const first = opened(marks);
    first.mark(rise(1));
    vi.stubGlobal("sessionStorage", new Storage());
    const second = opened(marks);
    second.mark(rise(2));
    await vi.advanceTimersByTimeAsync(10);
    first.mark(rise(3));
    // Both windows close before the server is back; a third opens.
    vi.stubGlobal("sessionStorage", new Storage());
    expect(new RunStore(marks.batch(), marks.asServer()).read().waiting.map((o) => o.value)).toEqual([1, 2, 3]);
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(left(marks).sort()).toEqual([1, 2, 3]);
    expect(localStorage.getItem("airycrumb.outbox.7")).toBeNull();
  });

  it("that cannot be are refused alone, with the reason in sight", async () => {
    const marks = new Marks();
    marks.refuse = (o) => o.value === 2;
    marks.down = true;
    const store = opened(marks);
    for (const value of [1, 2, 3]) store.mark(rise(value));
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(left(marks)).toEqual([1, 3]);
    expect(store.read()).toMatchObject({ waiting: [], trouble: "This mark cannot be." });
  });

  it("are counted as pieces until the server has them", () => {
    const marks = new Marks();
    marks.down = true;
    const store = opened(marks);
    store.mark([{ kind: "piece", stage: "divide", value: 50 }]);
    store.mark([{ kind: "piece", stage: "divide", value: 52, where: "1" }]);
    expect(unsentPieces(store.read())).toBe(1);
  });
});

describe("the end of a batch", () => {
  it("takes along every mark that waits, this window's and others', and none stays behind", async () => {
    const marks = new Marks();
    const other = opened(marks);
    marks.down = true;
    other.mark(rise(1));
    await vi.advanceTimersByTimeAsync(10);
    const store = opened(marks);
    store.mark(rise(2));
    await vi.advanceTimersByTimeAsync(10);
    const early = expect(store.finish(GOOD)).rejects.toThrow("out of reach");
    await vi.advanceTimersByTimeAsync(10);
    await early;
    expect(store.read().waiting.map((o) => o.value)).toEqual([1, 2]);
    marks.down = false;
    const finished = store.finish(GOOD);
    await vi.advanceTimersByTimeAsync(10);
    await finished;
    expect(marks.atTheEnd).toEqual([1, 2]);
    expect(store.read().waiting).toEqual([]);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(left(marks)).toEqual([1, 2]);
  });

  it("learns from every mark made before it, whenever it is pressed", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer({ min: 0, max: 2000 }), { maxLength: 8 }),
        fc.nat(3000),
        async (waits, slow) => {
          localStorage.removeItem("airycrumb.outbox.7");
          const marks = new Marks();
          marks.latency = () => slow;
          const store = opened(marks);
          for (const [i, wait] of waits.entries()) {
            store.mark(rise(i));
            await vi.advanceTimersByTimeAsync(wait);
          }
          const finished = store.finish(GOOD);
          await vi.advanceTimersByTimeAsync(60_000);
          await finished;
          expect([...(marks.atTheEnd ?? [])].sort()).toEqual(waits.map((_, i) => i));
          expect(new Set(marks.taken.map((o) => o.client_id)).size).toBe(marks.taken.length);
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
    [502, "away"],
    [503, "away"],
  ] as const)("after %i is told as it is, and the mark waits", async (status, line) => {
    const marks = new Marks();
    marks.status = status;
    const store = opened(marks);
    store.mark(rise(3));
    await vi.advanceTimersByTimeAsync(10);
    expect(store.read().line).toBe(line);
    expect(store.read().waiting.map((o) => o.value)).toEqual([3]);
    marks.status = 0;
    store.again();
    await vi.advanceTimersByTimeAsync(10);
    expect(store.read()).toMatchObject({ line: "open", waiting: [], trouble: null });
    expect(left(marks)).toEqual([3]);
  });
});

describe("a storage that is full", () => {
  it("gives up old ways back before it gives up a mark", async () => {
    const marks = new Marks();
    marks.down = true;
    localStorage.setItem("airycrumb.history.1", "x".repeat(3000));
    (localStorage as unknown as Storage).room = 3100;
    const store = opened(marks);
    store.mark(rise(1));
    expect(localStorage.getItem("airycrumb.history.1")).toBeNull();
    expect(store.read().unkept).toBe(false);
    expect(
      opened(marks)
        .read()
        .waiting.map((o) => o.value),
    ).toEqual([1]);
  });

  it("is said where even that is not enough, until the mark is sent", async () => {
    const marks = new Marks();
    marks.down = true;
    (localStorage as unknown as Storage).room = 40;
    const store = opened(marks);
    store.mark(rise(1));
    await vi.advanceTimersByTimeAsync(10);
    expect(store.read()).toMatchObject({ unkept: true, line: "away" });
    expect(store.read().waiting).toHaveLength(1);
    marks.down = false;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(store.read()).toMatchObject({ unkept: false, waiting: [] });
    expect(left(marks)).toEqual([1]);
  });
});
