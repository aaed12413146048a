/** The server's last answers, kept in this browser: views open with them at once, and without the server. */
import type { Query, QueryClient } from "@tanstack/react-query";

import { database, roomToSpare } from "../lib/database";
import type { News } from "./outbox";
import type { Answer } from "./posted";

/** What is asked that is worth keeping; the rest is asked anew or not at all. */
const KEPT = new Set(
  "me bakes bake batches batch days day kitchens spots pantry closings heat-choices sheet replies mishaps batch-get-out".split(
    " ",
  ),
);
const WRITE_AFTER = 200;
/** With more than so many answers, the older half makes room. */
const MOST = 80;

interface Kept {
  asked: string;
  at: number;
  answer: { key: readonly unknown[]; data: unknown };
}

/** Answers that are not written down yet. */
const unwritten = new Map<string, Query>();

/** How often everything was forgotten: what is still being read then is somebody else's. */
let forgotten = 0;

/** Whole batches are large, and all but the open one can wait for the page to be painted. */
const LARGE = /^\["(?:batch|replies)",/;

/**
 * Put what was answered before back in sight, as old as it is. Whose answers they are is among them. path: of the page
 * that opens; what it does not need comes once it is in sight.
 */
export async function restoreAnswers(queries: QueryClient, path: string): Promise<void> {
  try {
    const asked = ((await (await database()).getAllKeys("answers")) as string[]).filter((key) => key !== RESERVE);
    const [, batch] = /^\/hands\/([^/]+)$/.exec(path) ?? [];
    // At the stove the open batch is needed, and what looks at it would tell without the server.
    const open = [`["batch",${batch}]`, `["batch","${batch}"]`];
    const needed = (key: string) => batch !== undefined && (key.startsWith('["replies"') || open.includes(key));
    const later = asked.filter((key) => LARGE.test(key) && !needed(key));
    await putBack(
      queries,
      asked.filter((key) => !later.includes(key)),
    );
    requestAnimationFrame(() => setTimeout(() => void putBack(queries, later).catch(() => undefined)));
  } catch {
    // A browser that keeps nothing asks the server for everything.
  }
}

/** Answers by what was asked, where none has come meanwhile. */
async function putBack(queries: QueryClient, asked: string[]): Promise<void> {
  const [db, before] = [await database(), forgotten];
  const all = (await Promise.all(asked.map((key) => db.get("answers", key)))) as (Kept | undefined)[];
  for (const kept of all) {
    if (forgotten !== before) return;
    if (!kept || queries.getQueryData(kept.answer.key) !== undefined) continue;
    queries.setQueryData(kept.answer.key, kept.answer.data, { updatedAt: kept.at });
    // However new it is, the server may have thought again meanwhile: it is asked anew where it is looked at.
    await queries.invalidateQueries({ queryKey: kept.answer.key, exact: true, refetchType: "none" });
  }
}

/** Forget everything the server said to somebody who has gone. Who is signed in now is not forgotten. */
export async function forgetAnswers(queries: QueryClient): Promise<void> {
  forgotten += 1;
  unwritten.clear();
  queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "me" });
  await database()
    .then((db) => db.clear("answers"))
    .catch(() => undefined);
}

/** Room that is kept free for marks: given up before anything else is. */
const RESERVE = "reserve";
const RESERVED = 400_000;

/** Keep room free for what the cook does, where there is some to spare. */
export async function keepReserve(): Promise<void> {
  const db = await database();
  if ((await db.getKey("answers", RESERVE)) !== undefined || !(await roomToSpare())) return;
  // The last to be let go of by age: it is used up by its own name.
  await db.put("answers", { asked: RESERVE, at: Infinity, answer: { key: [RESERVE], data: "-".repeat(RESERVED) } });
}

/** Give the reserve up; whether there was one. */
export async function spendReserve(): Promise<boolean> {
  const db = await database();
  if ((await db.getKey("answers", RESERVE)) === undefined) return false;
  await db.delete("answers", RESERVE);
  return true;
}

/** Whether an answer is needed to go on at the stove without the server: that of the batch in front, and its looks. */
const needed = (asked: string) => /^\/hands\//.test(globalThis.location?.pathname ?? "") && LARGE.test(asked);

/** Let go of one answer: the oldest, and those of a batch that is under way last; whether there was one. */
export async function letOneGo(): Promise<boolean> {
  const db = await database();
  const all = ((await db.getAll("answers")) as Kept[]).filter((kept) => kept.asked !== RESERVE);
  const [first] = all.sort((a, b) => Number(needed(a.asked)) - Number(needed(b.asked)) || a.at - b.at);
  if (!first) return false;
  await db.delete("answers", first.asked);
  return true;
}

/** Write what was answered down; where room runs short, only what the stove needs. */
export async function writeAnswers(asked: Pick<Query, "queryHash" | "queryKey" | "state">[]): Promise<void> {
  const before = forgotten;
  const db = await database();
  const spare = await roomToSpare();
  // Whoever they were for has gone meanwhile.
  if (forgotten !== before) return;
  const changed = spare ? asked : asked.filter((query) => needed(query.queryHash));
  // No old answer stays that would be taken for the newest.
  if (!spare) await Promise.all(asked.map(({ queryHash }) => db.delete("answers", queryHash)));
  const { store, done } = db.transaction("answers", "readwrite", { durability: "relaxed" });
  for (const { queryHash: asked, queryKey: key, state } of changed)
    await store.put({ asked, at: state.dataUpdatedAt, answer: { key, data: state.data } });
  if ((await store.count()) > MOST) {
    const old = ((await store.getAll()) as Kept[]).sort((a, b) => b.at - a.at).slice(MOST / 2 + 1);
    // Lists of everything stay; what was looked at longest ago goes.
    for (const { asked, answer } of old) if (answer.key.length > 1) await store.delete(asked);
  }
  await done;
}

/** Put in sight what was made here in place of an answer, unless one is there; written down once this resolves. */
export async function putAndKeep<T>(queries: QueryClient, key: readonly unknown[], made: T): Promise<void> {
  queries.setQueryData<T>(key, (known) => known ?? made);
  const query = queries.getQueryCache().find({ queryKey: key, exact: true });
  // A page that goes away in the next moment must find it again: there is no server to ask.
  if (query) await writeAnswers([query]).catch(() => undefined);
}

/** Keep answers as they come. A full or shut storage keeps none, and loses nothing by it. */
export function keepAnswers(queries: QueryClient): () => void {
  void keepReserve().catch(() => undefined);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const flush = () => {
    const now = [...unwritten.values()];
    unwritten.clear();
    void writeAnswers(now).catch(() => undefined);
  };
  const stop = queries.getQueryCache().subscribe((event) => {
    if (event.type !== "updated" || event.action.type !== "success" || !KEPT.has(String(event.query.queryKey[0])))
      return;
    const { query } = event;
    unwritten.set(query.queryHash, query);
    clearTimeout(timer);
    timer = setTimeout(flush, WRITE_AFTER);
  });
  // A page that is put away may not come back.
  document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && flush());
  addEventListener("pagehide", flush);
  return stop;
}

const isBatch = (answer: Answer): answer is Extract<Answer, { live: unknown }> => "live" in answer;

/** Under which question an answer is kept. */
export const keyOf = (answer: Answer) => [isBatch(answer) ? "batch" : "bake", answer.id] as const;

/** What the outbox's answers say is newer than what was read before. */
export function followOutbox(queries: QueryClient, outbox: { hear(hearer: (news: News) => void): () => void }) {
  return outbox.hear((news) => {
    if (news.kind !== "answered") return;
    const { answer } = news;
    const key = keyOf(answer);
    // A question asked before this was taken may be answered after it: what it says is older.
    void queries.cancelQueries({ queryKey: key, exact: true });
    queries.setQueryData(key, answer);
    // Where it was started is open under the start's own id.
    for (const { id, work } of news.posted) if (work.kind === "start") queries.setQueryData(["batch", id], answer);
    const lists = news.posted.some((p) => p.work.kind !== "mark");
    if (lists) void queries.invalidateQueries({ queryKey: [isBatch(answer) ? "batches" : "bakes"] });
  });
}
