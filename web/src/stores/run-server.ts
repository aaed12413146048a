import { client, take, type ObservationIn, type Outcome } from "../api/client";
import { nowIso } from "../lib/clock";
import type { RunServer } from "./outbox";

/** What a batch under way asks of the server, over the contract. */
export const runServer: RunServer = {
  note: (batch, observations: ObservationIn[]) =>
    take(
      client.POST("/api/batches/{batch_id}/observations", {
        params: { path: { batch_id: batch } },
        body: { observations, now: nowIso() },
      }),
    ),
  finish: (batch, outcome: Outcome, observations: ObservationIn[]) =>
    take(
      client.POST("/api/batches/{batch_id}/finish", {
        params: { path: { batch_id: batch } },
        body: { outcome, observations, now: nowIso() },
      }),
    ),
  read: (batch) =>
    take(client.GET("/api/batches/{batch_id}", { params: { path: { batch_id: batch }, query: { now: nowIso() } } })),
};
