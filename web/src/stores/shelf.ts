/** The shelf in this browser's IndexedDB. */
import { hashKey } from "@tanstack/react-query";

import { database } from "../lib/database";
import { makeRoom } from "../lib/kept";
import { keyOf, letOneGo, spendReserve } from "./kept-answers";
import { NotKept, type Answer, type Posted, type Shelf } from "./posted";

/** The outbox's store for reading and writing; done when everything is on the disk. */
async function writing() {
  const db = await database();
  const transaction = db.transaction("outbox", "readwrite", { durability: "strict" });
  return { store: transaction.store, done: transaction.done };
}

type Store = Awaited<ReturnType<typeof writing>>["store"];
const read = async (store: Pick<Store, "getAll">) => (await store.getAll()) as Posted[];

/** One transaction over what waits and what was answered. */
async function settled(ids: ReadonlySet<string>, answer: Answer, change: (posted: Posted) => Posted) {
  const transaction = (await database()).transaction(["outbox", "answers"], "readwrite", { durability: "strict" });
  const [outbox, answers] = [transaction.objectStore("outbox"), transaction.objectStore("answers")];
  for (const one of await read(outbox))
    if (ids.has(one.id)) await outbox.delete(one.seq as number);
    else await outbox.put(change(one));
  const key = keyOf(answer);
  const asked = hashKey(key);
  // What was never kept is asked for anew; what is kept must not be older than what was just saved.
  if (await answers.get(asked)) await answers.put({ asked, at: Date.now(), answer: { key, data: answer } });
  await transaction.done;
}

export const shelf: Shelf = {
  async all() {
    return read((await database()).transaction("outbox").store);
  },

  async add(posted, instead = new Set()) {
    const { store, done } = await writing();
    const gone = (await read(store)).filter((p) => instead.has(p.id) && !p.tried);
    for (const { seq } of gone) await store.delete(seq as number);
    for (const one of posted) await store.add(one);
    await done;
    // What a full disk has refused in silence is not kept.
    const here = new Set((await this.all()).map((p) => p.id));
    if (!posted.every((p) => here.has(p.id))) throw new NotKept("not kept");
  },

  async trying(ids) {
    const { store, done } = await writing();
    const found = (await read(store)).filter((p) => ids.has(p.id)).map((p) => ({ ...p, tried: true }));
    for (const one of found) await store.put(one);
    await done;
    return found;
  },

  async remove(ids, untried = false) {
    const { store, done } = await writing();
    const gone = (await read(store)).filter((p) => ids.has(p.id) && !(untried && p.tried));
    for (const { seq } of gone) await store.delete(seq as number);
    await done;
    return new Set(gone.map((p) => p.id));
  },

  async settle(ids, answer, change) {
    const db = await database();
    // Where the answer finds no room, none is kept: an old one would be taken for the newest.
    await settled(ids, answer, change).catch(async () => {
      await db.delete("answers", hashKey(keyOf(answer)));
      await settled(ids, answer, change);
    });
  },

  async change(ids, change) {
    const { store, done } = await writing();
    for (const one of (await read(store)).filter((p) => ids.has(p.id))) await store.put(change(one));
    await done;
  },

  async makeRoom() {
    return (await spendReserve()) || makeRoom() || (await letOneGo());
  },
};
