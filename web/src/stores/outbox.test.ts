import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { Bake, BakeOut } from "../api/client";
import { ServerError } from "../api/server-error";
import { FakeBrowser } from "./fakes.testing";
import type { Hand } from "./outbox";
import { parcelOf, streamOf } from "./parcels";
import type { Posted, Work } from "./posted";

const bake = (name: string) => ({ name }) as Bake;
const mark = (batch: number): Work => ({ kind: "mark", batch, mark: { client_id: crypto.randomUUID() } as never });
const finish = (batch: number): Work => ({ kind: "finish", batch, outcome: {} as never, at: "" });
const save = (chain: string): Work => ({ kind: "save", bake: 1, chain, base: 1, document: bake(chain) });
const start = (chain: string): Work => ({ kind: "start", bake: 1, chain, version: null, kitchen: null, at: "" });
const posted = (works: Work[]): Posted[] => works.map((work, i) => ({ id: String(i), owner: "north", work }));
const ids = (parcel: Posted[]) => parcel.map((p) => p.id);
const NOBODY = new Set<string>();

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("what goes next", () => {
  const waiting = posted([mark(1), save("w"), mark(1), mark(2), finish(1), mark(1), start("w")]);

  it("is the first thing, with the marks of its batch up to that batch's end", () => {
    expect(ids(parcelOf(waiting, NOBODY, NOBODY, 100))).toEqual(["0", "2"]);
    expect(ids(parcelOf(waiting, NOBODY, NOBODY, 1))).toEqual(["0"]);
    expect(ids(parcelOf(waiting.slice(4), NOBODY, NOBODY, 100))).toEqual(["4"]);
  });

  it("leaves out what rests, is stopped or was refused, and all that stands behind it in its stream", () => {
    const stopped = new Set(["batch 1"]);
    expect(ids(parcelOf(waiting, stopped, NOBODY, 100))).toEqual(["1"]);
    expect(ids(parcelOf(waiting, stopped, new Set(["1"]), 100))).toEqual(["3"]);
    const refused = waiting.map((p) => (p.id === "3" ? { ...p, refused: { status: 404, message: "gone" } } : p));
    expect(parcelOf(refused, stopped, new Set(["1"]), 100)).toEqual([]);
  });

  it("keeps a start behind the edits of its own window alone", () => {
    expect(streamOf(posted([start("w")])[0] as Posted)).toBe(streamOf(posted([save("w")])[0] as Posted));
    expect(streamOf(posted([start("w")])[0] as Posted)).not.toBe(streamOf(posted([save("v")])[0] as Posted));
  });
});

describe("the outbox", () => {
  /** Answers as told; every delivery is written down. */
  const opened = async (answer: (work: Work) => number) => {
    const sent: Work["kind"][] = [];
    const hand: Hand = async (parcel) => {
      const { work } = parcel[0] as Posted;
      sent.push(work.kind);
      const status = answer(work);
      if (status !== 200) throw new ServerError(status, `said ${status}`);
      return { id: 9, version: 2 } as BakeOut;
    };
    const browser = new FakeBrowser(hand);
    return { browser, sent, outbox: await browser.open() };
  };

  it("tells who posted what became of it: the answer, the refusal, or that it waits", async () => {
    let status = 200;
    const { outbox, browser } = await opened(() => status);
    expect(await outbox.deliver({ kind: "create", document: bake("a") })).toMatchObject({ id: 9 });
    status = 422;
    await expect(outbox.deliver({ kind: "create", document: bake("b") })).rejects.toThrow("said 422");
    expect(browser.shelf.held).toEqual([]);
    status = 0;
    expect(await outbox.deliver({ kind: "create", document: bake("c") })).toBeNull();
    status = 200;
    await vi.advanceTimersByTimeAsync(5_000);
    expect(browser.shelf.held).toEqual([]);
  });

  it("keeps what is refused for where it is until the cook lets it go, and sends the rest", async () => {
    const { outbox, sent } = await opened((work) => (work.kind === "start" ? 404 : 200));
    await expect(outbox.deliver(start("w"))).rejects.toThrow("said 404");
    outbox.post([mark(1)]);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent).toEqual(["start", "mark"]);
    const [kept] = outbox.read().waiting;
    expect(kept?.refused).toEqual({ status: 404, message: "said 404" });
    await outbox.giveUp(new Set([kept?.id ?? ""]));
    expect(outbox.read().waiting).toEqual([]);
  });

  it("is stopped by nothing that cannot be: an end refused late stays, and a later one goes", async () => {
    let status = 0;
    const { outbox, sent } = await opened(() => status);
    const end = (note: string) =>
      ({ kind: "finish", batch: 7, outcome: { verdict: "good", note } as never, at: "t" }) as const;
    outbox.post([end("typed on the phone")]);
    await vi.advanceTimersByTimeAsync(1_000);
    status = 422;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(outbox.read().waiting.map((p) => p.refused?.status)).toEqual([422]);
    status = 200;
    outbox.post([mark(7), end("again")]);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(sent.slice(-2)).toEqual(["mark", "finish"]);
    expect(outbox.read().waiting.map(({ work }) => work)).toMatchObject([{ outcome: { note: "typed on the phone" } }]);
  });

  it("goes on with other streams where one is at fault, and comes back to that one later", async () => {
    let fault = true;
    const { outbox, sent, browser } = await opened((work) => (fault && work.kind === "save" ? 500 : 200));
    outbox.post([save("w"), mark(1)]);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(sent).toEqual(["save", "mark"]);
    expect(outbox.read()).toMatchObject({ line: "fault", trouble: "said 500" });
    fault = false;
    await vi.advanceTimersByTimeAsync(5_000);
    expect(browser.shelf.held).toEqual([]);
    expect(outbox.read()).toMatchObject({ line: "open", trouble: null });
  });

  it("takes back what was never on its way, and says of the rest that it could not", async () => {
    const { outbox } = await opened(() => 0);
    const [tried] = outbox.post([mark(1)]);
    await vi.advanceTimersByTimeAsync(100);
    const [behind] = outbox.post([mark(1)], { after: 60_000 });
    expect(await outbox.withdraw(new Set([tried ?? "", behind ?? ""]))).toEqual(new Set([behind]));
    expect(outbox.read().waiting.map((p) => p.id)).toEqual([tried]);
  });
});
