import { QueryClient } from "@tanstack/react-query";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Bake, BakeOut } from "../api/client";
import { ServerError } from "../api/server-error";
import { DraftStore, type DraftServer } from "./draft";
import { UnsavedDraft } from "./unsaved";
import { Storage } from "./storage.testing";

/** A bake is nothing but its name here: what is in it does not matter to saving. */
const bake = (name: string) => ({ name }) as Bake;

/** A server with versions, as bakes/services.py has them, whose answers take their time or get lost. */
class Versions {
  documents: Bake[] = [bake("as it was")];
  latency = () => 0;
  /** Lose the answer of the next so many saves, after they were taken. */
  loseAnswers = 0;
  down = false;
  refusals = 0;

  head = (): BakeOut =>
    ({
      id: 1,
      version: this.documents.length,
      head: this.documents.length,
      document: this.documents.at(-1),
    }) as BakeOut;

  private async arrive() {
    await new Promise((resolve) => setTimeout(resolve, this.latency()));
    if (this.down) throw new ServerError(0, "out of reach");
  }

  save(base: number, document: Bake): BakeOut {
    if (JSON.stringify(this.documents.at(-1)) === JSON.stringify(document)) return this.head();
    if (base !== this.documents.length) {
      this.refusals += 1;
      throw new ServerError(409, "changed in another window");
    }
    this.documents.push(document);
    return this.head();
  }

  asServer(): DraftServer {
    return {
      work: async () => {
        await this.arrive();
        return { sheet: null, problems: [] };
      },
      save: async (_id, base, document) => {
        await this.arrive();
        const made = this.save(base, document);
        await new Promise((resolve) => setTimeout(resolve, this.latency()));
        if (this.loseAnswers > 0) {
          this.loseAnswers -= 1;
          throw new ServerError(0, "the answer was lost");
        }
        return made;
      },
      read: async () => {
        await this.arrive();
        return this.head();
      },
      create: async (document) => ({ ...this.head(), id: 2, document }),
    };
  }
}

const opened = (versions: Versions, from = versions.head()) => {
  const store = new DraftStore(from, versions.asServer(), new QueryClient());
  store.open();
  return store;
};

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("localStorage", new Storage());
  vi.stubGlobal("sessionStorage", new Storage());
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const MINUTES = 60_000;

describe("a draft in one window", () => {
  it("is never refused, whatever the order and pace of edits, answers and presses of Start", async () => {
    const step = fc.oneof(
      fc.record({ do: fc.constant("edit" as const), wait: fc.integer({ min: 0, max: 1200 }) }),
      fc.record({ do: fc.constant("start" as const), wait: fc.integer({ min: 0, max: 1200 }) }),
      fc.record({ do: fc.constant("undo" as const), wait: fc.integer({ min: 0, max: 1200 }) }),
      fc.record({ do: fc.constant("lose" as const), wait: fc.integer({ min: 0, max: 1200 }) }),
    );
    const latencies = fc.array(fc.integer({ min: 0, max: 1500 }), { minLength: 1, maxLength: 8 });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), latencies, async (steps, paces) => {
        localStorage.removeItem("airycrumb.draft.1");
        localStorage.removeItem("airycrumb.history.1");
        const versions = new Versions();
        let asked = 0;
        versions.latency = () => paces[asked++ % paces.length] ?? 0;
        const store = opened(versions);
        const started: Promise<unknown>[] = [];
        for (const [i, { do: what, wait }] of steps.entries()) {
          if (what === "edit") store.edit(bake(`edit ${i}`));
          if (what === "undo") store.undo();
          if (what === "lose") versions.loseAnswers = 1;
          if (what === "start") started.push(store.settle().catch((error: ServerError) => error.status));
          await vi.advanceTimersByTimeAsync(wait);
        }
        await vi.advanceTimersByTimeAsync(2 * MINUTES);
        expect(store.read().save).toBe("saved");
        expect(versions.documents.at(-1)).toEqual(store.read().document);
        for (const result of await Promise.all(started)) expect(result).not.toBe(409);
      }),
      { numRuns: 60 },
    );
  });

  it("starts from the version that holds the last edit, though a save was under way", async () => {
    const versions = new Versions();
    versions.latency = () => 900;
    const store = opened(versions);
    store.edit(bake("first"));
    await vi.advanceTimersByTimeAsync(600);
    store.edit(bake("second"));
    const version = store.settle();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(versions.documents[(await version) - 1]).toEqual(bake("second"));
    expect(versions.refusals).toBe(0);
  });

  it("takes a save whose answer was lost for its own, after a reload too", async () => {
    const versions = new Versions();
    const store = opened(versions);
    versions.loseAnswers = 1;
    store.edit(bake("first"));
    await vi.advanceTimersByTimeAsync(600);
    store.edit(bake("second"));
    const again = opened(versions);
    expect(again.read().save).toBe("unsaved");
    await vi.advanceTimersByTimeAsync(MINUTES);
    expect(again.read().save).toBe("saved");
    expect(versions.documents.map((d) => d.name)).toEqual(["as it was", "first", "second"]);
  });

  it("keeps the edit while the server is away, and saves it when it is back", async () => {
    const versions = new Versions();
    versions.down = true;
    const store = opened(versions);
    store.edit(bake("kept"));
    await vi.advanceTimersByTimeAsync(MINUTES);
    expect(store.read()).toMatchObject({ save: "unsaved", line: "away" });
    expect(new UnsavedDraft(1).read()?.document).toEqual(bake("kept"));
    versions.down = false;
    await vi.advanceTimersByTimeAsync(MINUTES);
    expect(store.read()).toMatchObject({ save: "saved", line: "open" });
    expect(new UnsavedDraft(1).read()).toBeNull();
  });
});

describe("a draft in two windows", () => {
  it("is refused where another window saved something else, and both are kept", async () => {
    const versions = new Versions();
    const mine = opened(versions);
    mine.edit(bake("mine"));
    versions.save(1, bake("theirs"));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(mine.read()).toMatchObject({ save: "conflict", document: bake("mine") });
    expect(versions.documents.at(-1)).toEqual(bake("theirs"));
    expect(new UnsavedDraft(1).read()?.document).toEqual(bake("mine"));
  });

  it("keeps one window's draft while the other saves its own", async () => {
    const versions = new Versions();
    const from = versions.head();
    const first = opened(versions, from);
    const ofFirst = sessionStorage;
    first.edit(bake("first"));
    vi.stubGlobal("sessionStorage", new Storage());
    const second = opened(versions, from);
    second.edit(bake("second"));
    await vi.advanceTimersByTimeAsync(5_000);
    const states = [first.read().save, second.read().save].sort();
    expect(states).toEqual(["conflict", "saved"]);
    const lost = first.read().save === "conflict" ? first : second;
    vi.stubGlobal("sessionStorage", lost === first ? ofFirst : sessionStorage);
    expect(new UnsavedDraft(1).read()?.document).toEqual(lost.read().document);
  });
});
