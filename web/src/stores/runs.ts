/** Every batch under way that this page knows of, one store each, whoever looks at it. */
import type { BatchOut } from "../api/client";
import { outbox } from "./here";
import type { BatchRef } from "./posted";
import { RunStore } from "./run";
import { runServer } from "./run-server";

const runs = new Map<BatchRef, RunStore>();

/** The one store of a batch; made from what was read of it where there is none yet. */
export function runOf(ref: BatchRef, from: BatchOut): RunStore {
  const found = runs.get(ref) ?? new RunStore(ref, from, outbox, runServer);
  runs.set(ref, found);
  return found;
}
