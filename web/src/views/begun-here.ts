import { useQueryClient } from "@tanstack/react-query";

import type { BatchOut } from "../api/client";
import { useOutbox } from "../stores/here";
import { batchQuery } from "./queries";

export interface BegunHere {
  /** The id of the start that the server has not yet taken. */
  ref: string;
  bake: number;
  /** As it runs meanwhile; null where no plan was at hand that it could run by. */
  batch: BatchOut | null;
}

/** Batches started in this browser that the server does not know of yet, in order. */
export function useBegunHere(): BegunHere[] {
  const queries = useQueryClient();
  const starts = useOutbox(({ waiting }) => waiting.filter((p) => p.work.kind === "start"));
  return starts.flatMap(({ id, work }) =>
    work.kind === "start"
      ? [{ ref: id, bake: work.bake, batch: queries.getQueryData(batchQuery(id).queryKey) ?? null }]
      : [],
  );
}
