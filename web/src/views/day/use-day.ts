import { useQueryClient, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, take, type Day, type DayDocument } from "../../api/client";
import { notMade } from "../../api/server-error";
import { nowIso } from "../../lib/clock";
import { daysQuery, dayQuery } from "../queries";

/** One day, and how it is changed: every change is planned anew by the server at once. */
export function useDay(id: number) {
  const queries = useQueryClient();
  const found = useQuery(dayQuery(id));
  const [trouble, setTrouble] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const [undone, setUndone] = useState<DayDocument[]>([]);

  const put = (day: Day) => {
    queries.setQueryData(dayQuery(id).queryKey, day);
    void queries.invalidateQueries(daysQuery);
  };
  const asked = async (pending: Promise<Day>): Promise<Day | null> => {
    setSaving(true);
    try {
      const day = await pending;
      put(day);
      setTrouble(null);
      return day;
    } catch (error) {
      setTrouble(notMade(error));
      void found.refetch();
      return null;
    } finally {
      setSaving(false);
    }
  };
  const params = { path: { day_id: id } };
  const saved = (document: DayDocument, base: number) =>
    asked(take(client.PUT("/api/days/{day_id}", { params, body: { base, document, now: nowIso() } })));

  const day = found.data;
  /** Changes the day; what it was before can be had back. */
  const save = async (document: DayDocument) => {
    if (!day) return null;
    const before = day.document;
    const after = await saved(document, day.revision);
    if (after) setUndone((had) => [...had, before]);
    return after;
  };
  const undo = async () => {
    const before = undone.at(-1);
    if (day && before && (await saved(before, day.revision))) setUndone((had) => had.slice(0, -1));
  };
  const split = async () => {
    try {
      await save(await take(client.POST("/api/days/{day_id}/split", { params, body: { now: nowIso() } })));
    } catch (error) {
      setTrouble(notMade(error));
    }
  };
  const start = async (dish: number, dough_at: string | null) => {
    const body = { dish, dough_at, client_id: crypto.randomUUID(), now: nowIso() };
    try {
      const begun = await take(client.POST("/api/days/{day_id}/start", { params, body }));
      put(begun.day);
      return begun.batch;
    } catch (error) {
      setTrouble(notMade(error));
      return null;
    }
  };
  const subscribe = () => asked(take(client.POST("/api/days/{day_id}/calendar", { params, body: { now: nowIso() } })));
  const revoke = () =>
    asked(take(client.DELETE("/api/days/{day_id}/calendar", { params: { ...params, query: { now: nowIso() } } })));
  const thinkAgain = () => asked(take(client.POST("/api/days/{day_id}/again", { params, body: { now: nowIso() } })));
  /** Puts the day away; whether it is. */
  const remove = async () => {
    try {
      await take(client.DELETE("/api/days/{day_id}", { params }));
    } catch (error) {
      setTrouble(notMade(error));
      return false;
    }
    await queries.invalidateQueries(daysQuery);
    return true;
  };
  const undoable = undone.length > 0;
  return { found, day, save, undo, undoable, split, start, subscribe, revoke, thinkAgain, remove, trouble, saving };
}

export type DayHandle = ReturnType<typeof useDay>;
