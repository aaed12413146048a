import { client, take } from "../api/client";
import { nowIso } from "../lib/clock";
import type { RunServer } from "./run";

/** What a batch under way asks of the server, over the contract. */
export const runServer: RunServer = {
  read: (batch) =>
    take(client.GET("/api/batches/{batch_id}", { params: { path: { batch_id: batch }, query: { now: nowIso() } } })),
  news: (batch) => take(client.GET("/api/batches/{batch_id}/news", { params: { path: { batch_id: batch } } })),
};
