import { queryOptions } from "@tanstack/react-query";

import { client, ServerError, take, type Replies } from "../api/client";
import type { BatchRef } from "../stores/posted";
import type { Correction } from "./reading/corrections";
import { clockHeard, nowIso } from "../lib/clock";

export const meQuery = queryOptions({
  queryKey: ["me"],
  queryFn: async () => {
    const me = await take(client.GET("/api/me"));
    clockHeard(me.now);
    return me;
  },
  staleTime: 60_000,
});
export const bakesQuery = queryOptions({ queryKey: ["bakes"], queryFn: () => take(client.GET("/api/bakes")) });
export const kitchensQuery = queryOptions({ queryKey: ["kitchens"], queryFn: () => take(client.GET("/api/kitchens")) });
export const batchesQuery = queryOptions({
  queryKey: ["batches"],
  queryFn: () => take(client.GET("/api/batches")),
  staleTime: 10_000,
});
export const bakeQuery = (id: number) =>
  queryOptions({
    queryKey: ["bake", id],
    queryFn: () => take(client.GET("/api/bakes/{bake_id}", { params: { path: { bake_id: id } } })),
    // What was kept here opens it; what the server has by now follows.
    refetchOnMount: "always",
  });
/** The last sheet worked for a bake: kept, never fetched. */
export const sheetKey = (id: number) => ["sheet", id];

export type { Replies };

/** Why something cannot be shown; null where it can, if only as it was when the server was last in reach. */
export function notShown({ data, error }: { data: unknown; error: Error | null }): string | null {
  const gone = error instanceof ServerError && (error.status === 403 || error.status === 404);
  return error && (data === undefined || gone) ? error.message : null;
}
export const batchQuery = (ref: BatchRef) =>
  queryOptions({
    queryKey: ["batch", ref],
    queryFn: () => {
      const query = { now: nowIso() };
      if (typeof ref === "number")
        return take(client.GET("/api/batches/{batch_id}", { params: { path: { batch_id: ref }, query } }));
      return take(client.GET("/api/batches/begun/{client_id}", { params: { path: { client_id: ref }, query } }));
    },
  });
/** What looks and readings would make of a stage: kept for when nobody answers. */
export const repliesQuery = (id: number, stage: Replies["stage"]) =>
  queryOptions({
    queryKey: ["replies", id, stage],
    queryFn: () =>
      take(
        client.GET("/api/batches/{batch_id}/replies", {
          params: { path: { batch_id: id }, query: { stage, now: nowIso() } },
        }),
      ),
    retry: false,
  });
/** What to do when something goes wrong with a batch, where it stands. */
export const mishapsQuery = (id: number) =>
  queryOptions({
    queryKey: ["mishaps", id],
    queryFn: () =>
      take(
        client.GET("/api/batches/{batch_id}/mishaps", { params: { path: { batch_id: id }, query: { now: nowIso() } } }),
      ),
    staleTime: Infinity,
  });
/** What a batch is made with, and what does for what is missing. */
export const batchGetOutQuery = (id: number) =>
  queryOptions({
    queryKey: ["batch-get-out", id],
    queryFn: () =>
      take(
        client.GET("/api/batches/{batch_id}/get-out", { params: { path: { batch_id: id }, query: { now: nowIso() } } }),
      ),
    staleTime: Infinity,
  });
const ASK_AGAIN = 2_000;
export const recipeQuery = (text: string, corrections: Correction[]) =>
  queryOptions({
    queryKey: ["recipe", text, corrections],
    queryFn: () => take(client.POST("/api/recipe", { body: { text, corrections } })),
    staleTime: Infinity,
    gcTime: 60_000,
    // Nobody answers: what was pasted is read as soon as somebody does.
    networkMode: "always",
    retry: (_, error) => error instanceof ServerError && error.status === 0,
    retryDelay: ASK_AGAIN,
  });
export const spotsQuery = queryOptions({
  queryKey: ["spots"],
  queryFn: () => take(client.GET("/api/spots")),
  staleTime: Infinity,
});
export const devicesQuery = queryOptions({
  queryKey: ["devices"],
  queryFn: () => take(client.GET("/api/devices")),
  refetchInterval: 15_000,
});
export const daysQuery = queryOptions({ queryKey: ["days"], queryFn: () => take(client.GET("/api/days")) });
/** While somebody looks for a better plan it is asked for often; else as often as a batch is marked elsewhere. */
const ASK_SOLVING = 700;
const ASK_DAY = 15_000;
export const dayQuery = (id: number) =>
  queryOptions({
    queryKey: ["day", id],
    queryFn: () =>
      take(client.GET("/api/days/{day_id}", { params: { path: { day_id: id }, query: { now: nowIso() } } })),
    refetchInterval: (query) =>
      query.state.data && ["waiting", "solving"].includes(query.state.data.state) ? ASK_SOLVING : ASK_DAY,
    refetchOnMount: "always",
  });
export const scoresQuery = queryOptions({ queryKey: ["scores"], queryFn: () => take(client.GET("/api/trainer")) });
export const pantryQuery = queryOptions({
  queryKey: ["pantry"],
  queryFn: () => take(client.GET("/api/pantry")),
  staleTime: Infinity,
});
