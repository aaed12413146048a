/** What this browser holds in IndexedDB: what waits to be sent, and what the server said last. */
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

interface Holdings extends DBSchema {
  /** What the cook did and the server has not yet taken, in the order it was done. */
  outbox: { key: number; value: { seq?: number; id: string } };
  /** The server's last answers by what was asked: to open without it, and at once. */
  answers: { key: string; value: { asked: string; at: number; answer: unknown } };
}

export type Database = IDBPDatabase<Holdings>;

let opened: Promise<Database> | undefined;

/** The one database of this browser; rejects where there is none to be had. */
export function database(): Promise<Database> {
  opened ??= openDB<Holdings>("airycrumb", 1, {
    upgrade(db) {
      db.createObjectStore("outbox", { keyPath: "seq", autoIncrement: true });
      db.createObjectStore("answers", { keyPath: "asked" });
    },
    // A newer version in another tab wants to change the shape: give way, and open again when next asked.
    blocking(_now, _next, event) {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
    terminated() {
      opened = undefined;
    },
  });
  opened.catch(() => (opened = undefined));
  return opened;
}

/** Ask the browser not to clear away what is here when it runs short of room; once, and whatever it says. */
export async function askToStay(): Promise<void> {
  try {
    if (!(await navigator.storage.persisted())) await navigator.storage.persist();
  } catch {
    // It has no such promise to give.
  }
}

/** The last tenth of this browser's room is for what the cook did. */
const FULL = 0.9;

/** Whether there is room for what can be done without; a browser that does not tell is taken at its word. */
export async function roomToSpare(): Promise<boolean> {
  try {
    const { usage = 0, quota = 0 } = await navigator.storage.estimate();
    return quota === 0 || usage < FULL * quota;
  } catch {
    return true;
  }
}
