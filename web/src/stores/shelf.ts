/** The shelf in this browser's IndexedDB. */
import { database } from "../lib/database";
import { makeRoom } from "../lib/kept";
import type { Posted, Shelf } from "./posted";

/** The outbox's store for reading and writing; done when everything is on the disk. */
async function writing() {
  const db = await database();
  const transaction = db.transaction("outbox", "readwrite", { durability: "strict" });
  return { store: transaction.store, done: transaction.done };
}

type Store = Awaited<ReturnType<typeof writing>>["store"];
const read = async (store: Pick<Store, "getAll">) => (await store.getAll()) as Posted[];

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
    if (!posted.every((p) => here.has(p.id))) throw new Error("not kept");
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

  async change(ids, change) {
    const { store, done } = await writing();
    for (const one of (await read(store)).filter((p) => ids.has(p.id))) await store.put(change(one));
    await done;
  },

  async makeRoom() {
    const db = await database();
    const answers = await db.count("answers");
    await db.clear("answers");
    return makeRoom() || answers > 0;
  },
};
