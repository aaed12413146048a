import "fake-indexeddb/auto";
import { QueryClient } from "@tanstack/react-query";
import { beforeEach, describe, expect, it, vi } from "vitest";

import { database } from "../lib/database";
import { postWhatWasLeft } from "./before";
import type { Posted } from "./posted";
import { forgetAnswers, keepReserve, writeAnswers } from "./kept-answers";
import { shelf } from "./shelf";
import { Storage } from "./storage.testing";

const posted = (id: string): Posted => ({
  id,
  owner: "north",
  work: { kind: "save", bake: 1, chain: "w", base: 1, document: { name: id } as never },
});
const ids = async () => (await shelf.all()).map((p) => p.id);

beforeEach(async () => {
  vi.stubGlobal("localStorage", new Storage());
  await (await database()).clear("outbox");
});

describe("the shelf", () => {
  it("keeps what is put on it in the order it was put", async () => {
    await shelf.add([posted("b"), posted("a")]);
    await shelf.add([posted("c")]);
    expect(await ids()).toEqual(["b", "a", "c"]);
  });

  it("puts a better one in place of one never tried, and beside one that was", async () => {
    await shelf.add([posted("a"), posted("b")]);
    expect(await shelf.trying(new Set(["a", "gone"]))).toMatchObject([{ id: "a", tried: true }]);
    await shelf.add([posted("c")], new Set(["a", "b"]));
    expect(await ids()).toEqual(["a", "c"]);
  });

  it("says what it took away, and leaves what was tried where asked to", async () => {
    await shelf.add([posted("a"), posted("b")]);
    await shelf.trying(new Set(["a"]));
    expect(await shelf.remove(new Set(["a", "b"]), true)).toEqual(new Set(["b"]));
    expect(await shelf.remove(new Set(["a"]))).toEqual(new Set(["a"]));
    expect(await ids()).toEqual([]);
  });

  it("changes what is kept of one, and nothing of another", async () => {
    await shelf.add([posted("a"), posted("b")]);
    await shelf.change(new Set(["b"]), (p) => ({ ...p, refused: { status: 409, message: "changed" } }));
    expect((await shelf.all()).map((p) => p.refused?.status)).toEqual([undefined, 409]);
  });

  it("takes away what was answered, and keeps the answer in place of an older one, in one step", async () => {
    const db = await database();
    const made = { id: 1, version: 2, document: {} };
    const asked = '["bake",1]';
    await shelf.add([posted("a"), posted("b")]);
    await shelf.settle(new Set(["a"]), made as never, (p) => ({ ...p, work: { ...p.work, base: 2 } as never }));
    expect(await shelf.all()).toMatchObject([{ id: "b", work: { base: 2 } }]);
    expect(await db.get("answers", asked)).toBe(undefined);
    await db.put("answers", { asked, at: 1, answer: { key: ["bake", 1], data: { version: 1 } } });
    await shelf.settle(new Set(["b"]), made as never, (p) => p);
    expect(await shelf.all()).toEqual([]);
    expect(await db.get("answers", asked)).toMatchObject({ answer: { key: ["bake", 1], data: made } });
  });

  it("keeps no answer where the newest finds no room, rather than an old one", async () => {
    const db = await database();
    const unkeepable = { id: 1, version: 2, document: () => 1 };
    await db.put("answers", { asked: '["bake",1]', at: 1, answer: { data: { version: 1 } } });
    await shelf.add([posted("a")]);
    await shelf.settle(new Set(["a"]), unkeepable as never, (p) => p);
    expect(await shelf.all()).toEqual([]);
    expect(await db.count("answers")).toBe(0);
  });

  it("makes room by one thing after another: the reserve, old ways back, answers from the oldest", async () => {
    const db = await database();
    await keepReserve();
    for (const [asked, at] of [["new", 2] as const, ["old", 1] as const])
      await db.put("answers", { asked, at, answer: {} });
    localStorage.setItem("airycrumb.history.1", "[]");
    const left: unknown[] = [];
    while (await shelf.makeRoom()) left.push([(await db.getAllKeys("answers")).sort(), localStorage.length]);
    expect(left).toEqual([
      [["new", "old"], 1],
      [["new", "old"], 0],
      [["new"], 0],
      [[], 0],
    ]);
  });

  it("lets the batch in front go last", async () => {
    const db = await database();
    vi.stubGlobal("location", { pathname: "/hands/7" });
    await db.put("answers", { asked: '["batch",7]', at: 1, answer: {} });
    await db.put("answers", { asked: '["bakes"]', at: 9, answer: {} });
    expect(await shelf.makeRoom()).toBe(true);
    expect(await db.getAllKeys("answers")).toEqual(['["batch",7]']);
    expect([await shelf.makeRoom(), await shelf.makeRoom()]).toEqual([true, false]);
    vi.unstubAllGlobals();
  });
});

describe("the server's last answers", () => {
  const answer = { queryHash: "x", queryKey: ["bake", 1], state: { data: {}, dataUpdatedAt: 1 } };
  const kept = async () => (await database()).count("answers");

  it("are kept until room runs short, and then no old one stays for a new one that found no room", async () => {
    const estimate = vi.fn(() => Promise.resolve({ usage: 50, quota: 100 }));
    vi.stubGlobal("navigator", { storage: { estimate } });
    await writeAnswers([answer as never]);
    expect(await kept()).toBe(1);
    estimate.mockResolvedValue({ usage: 95, quota: 100 });
    await writeAnswers([answer as never]);
    expect(await kept()).toBe(0);
    estimate.mockRejectedValue(new Error("it does not tell"));
    await writeAnswers([answer as never]);
    expect(await kept()).toBe(1);
  });

  it("are not written down any more once whoever they were for has gone", async () => {
    const writing = writeAnswers([answer as never]);
    await forgetAnswers(new QueryClient());
    await writing;
    expect(await kept()).toBe(0);
  });
});

describe("what an earlier version left unsent", () => {
  it("is posted once, and stays where it was until it is kept", async () => {
    const mark = { client_id: "m", kind: "risen", stage: "rise", at: "2026-11-25T12:00:00+00:00", value: 0.5 };
    localStorage.setItem("airycrumb.outbox.7", JSON.stringify({ window: [mark] }));
    localStorage.setItem("airycrumb.draft.3", JSON.stringify({ base: 2, document: { name: "mine" } }));
    const works: unknown[] = [];
    const post = (more: unknown[]) => (works.push(...more), []);
    await postWhatWasLeft({ post, allKept: () => Promise.resolve(false) });
    expect(works).toEqual([
      { kind: "mark", batch: 7, mark },
      { kind: "save", bake: 3, chain: "before", base: 2, document: { name: "mine" } },
    ]);
    await postWhatWasLeft({ post, allKept: () => Promise.resolve(true) });
    await postWhatWasLeft({ post, allKept: () => Promise.resolve(true) });
    expect(works).toHaveLength(4);
    expect(localStorage.length).toBe(0);
  });
});
