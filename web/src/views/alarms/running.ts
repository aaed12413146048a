/** Every batch under way, with what is still to come in each. */
import { useQueries, useQuery } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";

import type { BakeEvent, BatchOut } from "../../api/client";
import { clockFrom, clockNow } from "../../lib/clock";
import { comingAfter, frontOf } from "../../stores/events";
import type { BatchRef } from "../../stores/posted";
import { isUnderWay, openOf, standing, stopOf, type RunStore } from "../../stores/run";
import { runOf } from "../../stores/runs";
import { useBegunHere } from "../begun-here";
import { batchesQuery, batchQuery } from "../queries";

export interface Running {
  ref: BatchRef;
  id: number;
  name: string;
  /** The hour it was begun at, where several are of one name; else "". */
  begun: string;
  open: BakeEvent[];
  started: string;
  /** When something was last marked in it, ms. */
  lastMark: number;
}

export interface Coming {
  ref: BatchRef;
  /** Of its bake; "" where it is the one in front. */
  name: string;
  /** As of what runs. */
  begun: string;
  event: BakeEvent;
}

/** Batches that are not finished, as they were last read; those begun here that wait for the server first. */
function useUnfinished(): { ref: BatchRef; batch: BatchOut }[] {
  const batches = useQuery(batchesQuery);
  const ids = batches.data?.filter(isUnderWay).map((b) => b.id) ?? [];
  const read = useQueries({ queries: ids.map((id) => ({ ...batchQuery(id), staleTime: Infinity })) });
  const begun = useBegunHere().flatMap(({ ref, batch }) => (batch ? [{ ref: ref as BatchRef, batch }] : []));
  return [...begun, ...read.flatMap(({ data }) => (data && isUnderWay(data) ? [{ ref: data.id, batch: data }] : []))];
}

/** How often what comes next is worked anew where nothing is marked: late is later, ms. */
const LATER_EVERY = 15_000;

/** Follow several stores at once. */
class Following {
  private timer: ReturnType<typeof setInterval> | undefined;
  private readonly listeners = new Set<() => void>();
  private stops = new Map<RunStore, () => void>();
  private stores: { ref: BatchRef; store: RunStore }[] = [];
  private state: Running[] = [];

  /** Follow these from now on. */
  follow(stores: { ref: BatchRef; store: RunStore }[]) {
    if (stores.length === this.stores.length && stores.every(({ store }, i) => this.stores[i]?.store === store)) return;
    const wanted = new Set(stores.map((s) => s.store));
    this.stops.forEach((stop, store) => {
      if (wanted.has(store)) return;
      stop();
      this.stops.delete(store);
    });
    this.stores = stores;
    for (const { store } of stores)
      if (!this.stops.has(store)) {
        const [unsubscribe, close] = [store.subscribe(this.changed), store.open(false)];
        this.stops.set(store, () => (unsubscribe(), close()));
      }
    clearInterval(this.timer);
    this.timer = stores.length > 0 ? setInterval(this.changed, LATER_EVERY) : undefined;
    this.changed();
  }
  private changed = () => {
    this.state = this.stores.map(({ ref, store }) => runningOf(ref, store)).map(toldApart);
    this.listeners.forEach((listener) => listener());
  };
  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  read = () => this.state;
}

function runningOf(ref: BatchRef, store: RunStore): Running {
  const state = store.read();
  const { batch } = state;
  const marks = standing(state).map((o) => Date.parse(o.at));
  return {
    ref,
    id: batch.id,
    name: batch.name,
    begun: "",
    started: batch.started,
    open:
      !isUnderWay(batch) || stopOf(state) || state.finishing
        ? []
        : openOf(state, batch.live.sheet?.events ?? [], clockNow()),
    lastMark: Math.max(Date.parse(batch.started), ...marks),
  };
}

/** With the hour it was begun at, where another is of its name. */
function toldApart(one: Running, _: number, all: Running[]): Running {
  const alike = all.filter((other) => other.name === one.name).length > 1;
  return { ...one, begun: alike ? clockFrom(one.started) : "" };
}

const following = new Following();

/** Every batch under way; used once, at the top of the page, to follow them. */
export function useFollowing(): void {
  const unfinished = useUnfinished();
  // Whoever is read anew is the same batch still: only which there are decides whom to follow.
  useEffect(() => {
    following.follow(unfinished.map(({ ref, batch }) => ({ ref, store: runOf(ref, batch) })));
  });
}

/** What is under way, as things stand. */
export const useRunning = (): Running[] => useSyncExternalStore(following.subscribe, following.read);

/** What comes next in the other batches under way. */
export function useOthersComing(here: BatchRef[], now: number): Coming[] {
  return useRunning()
    .filter((r) => !here.includes(r.ref) && !here.includes(r.id))
    .flatMap(({ ref, name, begun, open }) => {
      const front = frontOf(open, now);
      const next = front ? [front, ...comingAfter(open, front, now)] : [];
      return next.slice(0, 3).map((event) => ({ ref, name, begun, event }));
    });
}
