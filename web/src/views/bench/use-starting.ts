import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { nowIso } from "../../lib/clock";
import { outbox, WAITS } from "../../stores/here";
import type { DraftStore } from "../../stores/draft";
import { putAndKeep } from "../../stores/kept-answers";
import { batchQuery } from "../queries";

/** Where the batch now begun is followed; null where it waits for the server, and no plan is at hand to run it by. */
async function begin(
  store: DraftStore,
  queries: QueryClient,
  kitchen: number | null,
  dough: string | null,
): Promise<string | null> {
  const version = await store.settle();
  const [at, id] = [nowIso(), crypto.randomUUID()];
  const batch = await outbox.deliver(store.start(version, kitchen, at, dough), id);
  if (batch) return `/hands/${batch.id}`;
  const begun = store.begun(at, dough);
  if (!begun) return null;
  await putAndKeep(queries, batchQuery(id).queryKey, begun);
  return `/hands/${id}`;
}

/** Take back starts the server has not yet heard of, their marks with them; whether all of them could be. */
async function withdraw(queries: QueryClient, refs: readonly string[]): Promise<boolean> {
  const gone = await outbox.withdraw(new Set(refs));
  gone.forEach((ref) => queries.removeQueries(batchQuery(ref)));
  // Marks of a batch that never was go with it; those were never on their way.
  const marks = outbox.read().waiting.filter(({ work }) => "batch" in work && gone.has(String(work.batch)));
  await outbox.withdraw(new Set(marks.map((p) => p.id)));
  return refs.every((ref) => gone.has(ref));
}

/** A bake started, taken back, or kept as one of its own; what came of it, in a sentence. */
export function useStarting(store: DraftStore, kitchen: number | null) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [told, setTold] = useState<string | null>(null);
  const failed = (error: unknown) => setTold(error instanceof Error ? error.message : String(error));

  const start = (dough: string | null) => {
    setTold("Starting…");
    const follow = (where: string | null) => {
      setTold(null);
      return where === null ? undefined : navigate(where);
    };
    begin(store, queries, kitchen, dough).then(follow).catch(failed);
  };
  const takeBack = (refs: string[]) => {
    const late = "It was on its way already, and may have begun: look in Hands.";
    withdraw(queries, refs)
      .then((all) => all || setTold(late))
      .catch(failed);
  };
  const keepAsOwn = () => {
    store
      .keepAsOwn()
      .then((id) => (id === null ? setTold(WAITS) : navigate(`/bench/${id}`)))
      .catch(failed);
  };
  return { told, tell: setTold, start, takeBack, keepAsOwn };
}
