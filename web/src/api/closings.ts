import { queryOptions, useQuery } from "@tanstack/react-query";

import { client, take, type Bake } from "./client";

const closingsQuery = queryOptions({
  queryKey: ["closings"],
  queryFn: () => take(client.GET("/api/closings")),
  staleTime: Infinity,
});

/** The closings a cook can choose from, by what the pieces are called. They are the core's own: none is listed here. */
export function useClosings() {
  const found = useQuery(closingsQuery).data ?? [];
  return found.map((c) => ({
    value: c.key as Bake["closing"],
    label: c.plural,
    one: c.label,
    note: c.note,
    wraps: c.wraps,
  }));
}
