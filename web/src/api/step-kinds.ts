import { queryOptions, useQuery } from "@tanstack/react-query";

import { useUnits } from "../lib/settings";
import { client, take } from "./client";

const kindsQuery = queryOptions({
  queryKey: ["step-kinds"],
  queryFn: () => take(client.GET("/api/step-kinds")),
  staleTime: Infinity,
});

/** The kinds of steps that may stand in one place of a method. They are the core's own: none is listed here. */
export function useStepKinds(where: string) {
  const u = useUnits();
  const all = useQuery(kindsQuery).data ?? [];
  return all
    .filter((k) => k.where.includes(where))
    .map((k) => ({
      value: k.key,
      label: u.text(k.label),
      others: [k.key],
      minutes: k.minutes,
      waits: k.waits,
      takesFood: k.takes_food,
    }));
}
