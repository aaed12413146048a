import { client, take, type Bake } from "../api/client";
import { nowIso } from "../lib/clock";
import type { DraftServer } from "./draft";

/** A question that hangs holds up every later one. */
const GIVE_UP_AFTER = 10_000;

/** What a draft asks of the server, over the contract. */
export const draftServer: DraftServer = {
  work: (bake: Bake) =>
    take(
      client.POST("/api/sheet", {
        body: { bake, kitchen_id: null, now: nowIso() },
        signal: AbortSignal.timeout(GIVE_UP_AFTER),
      }),
    ),
  read: (id) => take(client.GET("/api/bakes/{bake_id}", { params: { path: { bake_id: id } } })),
};
