import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Bake, BakeOut } from "../api/client";
import { ServerError } from "../api/server-error";
import { DraftStore, type DraftServer } from "./draft";
import { FakeBrowser } from "./fakes.testing";
import type { Hand, Outbox } from "./outbox";
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

  /** What was taken by its id, and the version it made. */
  private readonly receipts = new Map<string, BakeOut>();

  save(base: number, document: Bake): BakeOut {
    if (JSON.stringify(this.documents.at(-1)) === JSON.stringify(document)) return this.head();
    if (base !== this.documents.length) {
      this.refusals += 1;
      throw new ServerError(409, "changed in another window");
    }
    this.documents.push(document);
    return this.head();
  }

  readonly hand: Hand = async ([one]) => {
    await this.arrive();
    if (!one || one.work.kind !== "save") throw new ServerError(422, "not a save");
    const made = this.receipts.get(one.id) ?? this.save(one.work.base, one.work.document);
    this.receipts.set(one.id, made);
    await new Promise((resolve) => setTimeout(resolve, this.latency()));
    if (this.loseAnswers > 0) {
      this.loseAnswers -= 1;
      throw new ServerError(0, "the answer was lost");
    }
    return made;
  };

  asServer(): DraftServer {
    return {
      work: async () => {
        await this.arrive();
        return { sheet: null, problems: [] };
      },
      read: async () => {
        await this.arrive();
        return this.head();
      },
    };
  }
}

const opened = (versions: Versions, outbox: Outbox, from = versions.head()) => {
  const store = new DraftStore(from, versions.asServer(), outbox);
  const close = store.open();
  return Object.assign(store, { close });
};
/** Another window has another name. */
const anotherWindow = () => vi.stubGlobal("sessionStorage", new Storage());
const soon = () => vi.advanceTimersByTimeAsync(10);

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
        localStorage.removeItem("airycrumb.history.1");
        const versions = new Versions();
        let asked = 0;
        versions.latency = () => paces[asked++ % paces.length] ?? 0;
        const browser = new FakeBrowser(versions.hand);
        const store = opened(versions, await browser.open());
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
        expect(versions.refusals).toBe(0);
        expect(browser.shelf.held).toEqual([]);
        store.close();
      }),
      { numRuns: 60 },
    );
  });

  it("starts from the version that holds the last edit, though a save was under way", async () => {
    const versions = new Versions();
    versions.latency = () => 900;
    const store = opened(versions, await new FakeBrowser(versions.hand).open());
    store.edit(bake("first"));
    await vi.advanceTimersByTimeAsync(600);
    store.edit(bake("second"));
    const version = store.settle();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(versions.documents[((await version) ?? 0) - 1]).toEqual(bake("second"));
    expect(versions.refusals).toBe(0);
  });

  it("is saved once for a run of edits, and leaves no trace of one taken back", async () => {
    const versions = new Versions();
    const store = opened(versions, await new FakeBrowser(versions.hand).open());
    for (const name of ["a", "ab", "abc"]) {
      store.edit(bake(name));
      await vi.advanceTimersByTimeAsync(200);
    }
    await vi.advanceTimersByTimeAsync(5_000);
    expect(versions.documents.map((d) => d.name)).toEqual(["as it was", "abc"]);
    store.edit(bake("abcd"));
    store.undo();
    await vi.advanceTimersByTimeAsync(5_000);
    expect(versions.documents.map((d) => d.name)).toEqual(["as it was", "abc"]);
    expect(store.read()).toMatchObject({ save: "saved", document: bake("abc") });
  });

  it("sends a save whose answer was lost again under the same id, after a reload too", async () => {
    const versions = new Versions();
    const browser = new FakeBrowser(versions.hand);
    const tab = await browser.open();
    const store = opened(versions, tab);
    versions.loseAnswers = 1;
    store.edit(bake("first"));
    await vi.advanceTimersByTimeAsync(501);
    versions.down = true;
    store.edit(bake("second"));
    await soon();
    tab.close();
    const again = opened(versions, await browser.open());
    expect(again.read()).toMatchObject({ save: "unsaved", document: bake("second") });
    versions.down = false;
    await vi.advanceTimersByTimeAsync(MINUTES);
    expect(again.read().save).toBe("saved");
    expect(versions.documents.map((d) => d.name)).toEqual(["as it was", "first", "second"]);
  });

  it("keeps the edit while the server is away, and saves it when it is back, whichever view is open", async () => {
    const versions = new Versions();
    versions.down = true;
    const browser = new FakeBrowser(versions.hand);
    const store = opened(versions, await browser.open());
    store.edit(bake("kept"));
    await vi.advanceTimersByTimeAsync(MINUTES);
    expect(store.read()).toMatchObject({ save: "unsaved", line: "away" });
    expect(browser.shelf.held).toHaveLength(1);
    store.close();
    versions.down = false;
    await vi.advanceTimersByTimeAsync(MINUTES);
    expect(versions.documents.at(-1)).toEqual(bake("kept"));
    expect(browser.shelf.held).toEqual([]);
  });
});

describe("a draft in two windows", () => {
  it("is refused where another saved something else, and both are kept until one is chosen", async () => {
    const versions = new Versions();
    const browser = new FakeBrowser(versions.hand);
    const mine = opened(versions, await browser.open());
    mine.edit(bake("mine"));
    versions.save(1, bake("theirs"));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(mine.read()).toMatchObject({ save: "conflict", document: bake("mine") });
    expect(versions.documents.at(-1)).toEqual(bake("theirs"));
    const again = opened(versions, await browser.open());
    expect(again.read()).toMatchObject({ save: "conflict", document: bake("mine") });
    const taken = again.takeOther();
    await soon();
    await taken;
    expect(again.read()).toMatchObject({ save: "saved", document: bake("theirs") });
    expect(browser.shelf.held).toEqual([]);
  });

  it("is kept by one window while the other saves its own", async () => {
    const versions = new Versions();
    const browser = new FakeBrowser(versions.hand);
    const from = versions.head();
    const first = opened(versions, await browser.open(), from);
    anotherWindow();
    const second = opened(versions, await browser.open(), from);
    first.edit(bake("first"));
    second.edit(bake("second"));
    await vi.advanceTimersByTimeAsync(5_000);
    expect([first.read().save, second.read().save].sort()).toEqual(["conflict", "saved"]);
    expect([first.read().document, second.read().document]).toEqual([bake("first"), bake("second")]);
  });

  it("follows what the other saved while nothing of its own waits", async () => {
    const versions = new Versions();
    const browser = new FakeBrowser(versions.hand);
    const first = opened(versions, await browser.open());
    anotherWindow();
    const second = opened(versions, await browser.open());
    first.edit(bake("first"));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(second.read()).toMatchObject({ document: bake("first"), save: "saved" });
    second.edit(bake("second"));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(versions.documents.map((d) => d.name)).toEqual(["as it was", "first", "second"]);
    expect(first.read().document).toEqual(bake("second"));
    second.undo();
    await vi.advanceTimersByTimeAsync(5_000);
    expect(versions.documents.at(-1)).toEqual(bake("first"));
  });
});
