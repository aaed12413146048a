import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import type { Sheet } from "../../api/client";
import { lookUp } from "../../lib/replies";
import { NOT_YET_BEGUN, type RunState } from "../../stores/run";
import { stagesOf, type Stage } from "../marks/steps";
import { repliesQuery, type Replies } from "../queries";

/** Stages whose length a look or a reading changes. */
const CHANGEABLE = new Set<Stage>(["sponge", "rise", "again", "proof", "heat"]);
/** Marks that change times in ways no table holds, and what each is called. */
const UNTOLD: Record<string, string> = {
  moved: "the move",
  dough_temperature: "the dough's warmth",
  room_temperature: "the room's warmth",
  oven: "the oven's heat",
  dough_weight: "the dough's weight",
  water_left: "the water left",
  flour_added: "the flour added",
  water_added: "the water added",
  pieces: "the number of pieces",
};
/** Looks that move the plan where a table of them was fetched in time. */
const LOOKS: Record<string, string> = {
  risen: "what you saw",
  poke: "what you saw",
  tear: "what you saw",
  probe: "the probe",
};
/** A quiet moment of the hands, ms: each table costs the server a second. */
const QUIET = 12_000;

/**
 * Keep the tables of what looks and readings would make of the stages not yet ended: the open one's as of the last mark
 * the server knows of, those to come as they were first worked.
 */
export function useKeptReplies(state: RunState, sheet: Sheet | null, open: Stage | undefined) {
  const queries = useQueryClient();
  const [turn, setTurn] = useState(0);
  const { id, marks } = state.batch;
  const quiet = state.line === "open" && state.waiting.length === 0;
  const stages = sheet ? stagesOf(sheet) : [];
  const left = stages.slice(open ? stages.indexOf(open) : stages.length).filter((s) => CHANGEABLE.has(s));
  const kept = (stage: Stage) => queries.getQueryData<Replies>(repliesQuery(id, stage).queryKey);
  const next = id === NOT_YET_BEGUN ? undefined : left.find((s) => (s === open ? kept(s)?.marks !== marks : !kept(s)));
  useEffect(() => {
    if (!next || !quiet) return;
    const ask = () => queries.fetchQuery({ ...repliesQuery(id, next), staleTime: 0 }).then(() => setTurn((t) => t + 1));
    const timer = setTimeout(() => void ask().catch(() => undefined), QUIET);
    return () => clearTimeout(timer);
  }, [queries, id, next, quiet, marks, turn]);
}

export interface Told {
  /** When the stage ends and within which hours, ms; null where it never is ready. */
  end: number;
  low: number | null;
  high: number | null;
}

/** What the last look made while the server is away makes of the open stage, by the tables kept here; null for none. */
export function useTold(state: RunState, stage: Stage | undefined, began: number | null): Told | null {
  const queries = useQueryClient();
  // What waited already as this was opened was made while the server was away, whether or not it is known to be yet.
  const [left] = useState(() => new Set(state.waiting.map((o) => o.client_id)));
  if (!stage || began === null) return null;
  const seen = state.waiting.filter((o) => o.stage === stage && o.value !== null && o.value !== undefined).at(-1);
  if (seen && state.line === "open" && !left.has(seen.client_id)) return null;
  const kept = queries.getQueryData<Replies>(repliesQuery(state.batch.id, stage).queryKey);
  if (!seen || !kept) return null;
  const minute = (Date.parse(seen.at) - began) / 60_000;
  const reply = lookUp(kept.grids, seen.kind, minute, seen.value as number);
  const at = (minutes: number) => began + 60_000 * minutes;
  return reply && { end: at(reply.end), low: reply.low && at(reply.low), high: reply.high && at(reply.high) };
}

/** What a cook is told of the times while the server is away. */
export function meanwhile({ waiting, coming }: RunState, told: boolean): string {
  if (waiting.length === 0 || coming) return "go on, the times below still count.";
  const untold = [...new Set(waiting.flatMap((o) => UNTOLD[o.kind] ?? (told ? [] : (LOOKS[o.kind] ?? []))))].join(
    " and ",
  );
  const but = untold && ` The times below do not count on ${untold} until then.`;
  return `go on, your marks are kept here and sent later.${but}`;
}
