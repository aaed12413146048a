/** This browser's outbox: on its own shelf, over the contract, one tab at a time. */
import { useSyncExternalStore } from "react";
import { useShallow } from "zustand/react/shallow";

import {
  askFor,
  client,
  meantForOnly,
  ServerError,
  shaped,
  take,
  type Bake,
  type BakeOut,
  type BatchOut,
} from "../api/client";
import { nowIso } from "../lib/clock";
import { Outbox, type Hand, type News, type Others, type OutboxState } from "./outbox";
import type { BatchRef, Posted } from "./posted";
import { shelf } from "./shelf";

/** One that hangs holds up every later one, in every tab. */
const GIVE_UP_AFTER = 30_000;

/** Numbers of batches that were started here, by the ids of their starts. */
const numbers = new Map<string, number>();

/** The server's number of a batch whose start it has taken. */
async function numberOf(
  batch: BatchRef,
  how: { signal: AbortSignal; headers: Record<string, string> },
): Promise<number> {
  if (typeof batch === "number") return batch;
  const known = numbers.get(batch);
  if (known !== undefined) return known;
  const params = { path: { client_id: batch }, query: { now: nowIso() } };
  const { id } = await take(client.GET("/api/batches/begun/{client_id}", { params, ...how }));
  numbers.set(batch, id);
  return id;
}

/** Tell the server of one parcel, and take its answer only in the shape such an answer has. */
const hand: Hand = async (parcel) => {
  const answer = await told(parcel);
  const kind = parcel[0]?.work.kind;
  return kind === "save" || kind === "create"
    ? shaped(answer as BakeOut, "id", "version", "document")
    : shaped(answer as BatchOut, "id", "observations", "live");
};

/** With the ids by which the server takes each once. */
const told: Hand = async ([first, ...more]) => {
  const { id: client_id, work, owner } = first as Posted;
  const signal = AbortSignal.timeout(GIVE_UP_AFTER);
  // Somebody else may sign in on this page while it is on its way.
  const how = { signal, headers: meantForOnly(owner) };
  switch (work.kind) {
    case "mark": {
      const observations = [work, ...more.map((p) => p.work)].flatMap((w) => (w.kind === "mark" ? [w.mark] : []));
      const to = { params: { path: { batch_id: await numberOf(work.batch, how) } }, ...how };
      return take(
        client.POST("/api/batches/{batch_id}/observations", { ...to, body: { observations, now: nowIso() } }),
      );
    }
    case "finish": {
      const body = { outcome: work.outcome, observations: [], now: work.at };
      const batch_id = await numberOf(work.batch, how);
      return take(client.POST("/api/batches/{batch_id}/finish", { params: { path: { batch_id } }, body, ...how }));
    }
    case "save": {
      const body = { client_id, base: work.base, document: work.document };
      return take(client.PUT("/api/bakes/{bake_id}", { params: { path: { bake_id: work.bake } }, body, ...how }));
    }
    case "create":
      return take(client.POST("/api/bakes", { body: { client_id, document: work.document }, ...how }));
    case "start": {
      const body = {
        client_id,
        version: work.version,
        kitchen_id: work.kitchen,
        dough_at: work.dough ?? null,
        now: work.at,
      };
      return take(
        client.POST("/api/bakes/{bake_id}/batches", { params: { path: { bake_id: work.bake } }, body, ...how }),
      );
    }
  }
};

/** The other tabs, where the browser lets them speak. */
function otherTabs(): Others {
  const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("airycrumb.outbox");
  return {
    say: (news) => channel?.postMessage(news),
    hear: (listener) => {
      const heard = (event: MessageEvent<News>) => listener(event.data);
      channel?.addEventListener("message", heard);
      return () => channel?.removeEventListener("message", heard);
    },
  };
}

// Without locks two tabs may send the same: the server takes it once.
const alone = async (send: () => Promise<void>): Promise<void> => {
  if ("locks" in navigator) await navigator.locks.request("airycrumb.outbox", send);
  else await send();
};

export const outbox = new Outbox(shelf, hand, otherTabs(), alone);
// What this page writes is meant for whom it is open, whoever else signs in on this browser meanwhile.
outbox.subscribe(() => askFor(outbox.read().owner));

/** One thing of what waits, and of how things stand with the server: what shows it is not painted for any other. */
export function useOutbox<T>(pick: (state: OutboxState) => T): T {
  const picked = useShallow(pick);
  return useSyncExternalStore(outbox.subscribe, () => picked(outbox.read()));
}

export const WAITS = "The server is out of reach: this is kept here, and done as soon as it answers.";

/** Keep a new bake; rejects with the reason where it is not made now. */
export async function createBake(document: Bake): Promise<BakeOut> {
  const made = await outbox.deliver({ kind: "create", document });
  if (made === null) throw new ServerError(0, WAITS);
  return made as BakeOut;
}

// What this browser could not keep would be gone with the page: it asks before it goes.
addEventListener("beforeunload", (event) => {
  const { unkept, coming } = outbox.read();
  if (unkept.size > 0 || coming.size > 0) event.preventDefault();
});

// The line is back, or the page is looked at again after a sleep: what waits need not wait longer.
addEventListener("online", () => void outbox.send());
document.addEventListener("visibilitychange", () => {
  if (document.visibilityState === "visible") void outbox.send();
});
