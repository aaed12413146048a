import { queryOptions, useQuery } from "@tanstack/react-query";

import { useUnits } from "../lib/settings";
import { client, take, type Bake } from "./client";

const closingsQuery = queryOptions({
  queryKey: ["closings"],
  queryFn: () => take(client.GET("/api/closings")),
  staleTime: Infinity,
});

/** Whether the names of the closings are here: a sentence that waits for them does not jump when they come. */
export function useClosingsKnown(): "coming" | "known" {
  return useQuery(closingsQuery).isPending ? "coming" : "known";
}

/** The closings a cook can choose from, by what the pieces are called. They are the core's own: none is listed here. */
export function useClosings() {
  const u = useUnits();
  const found = useQuery(closingsQuery).data ?? [];
  return found.map((c) => ({
    value: c.key as Bake["closing"],
    label: u.text(c.plural),
    one: u.text(c.label),
    note: u.text(c.note),
    wraps: c.wraps,
  }));
}
