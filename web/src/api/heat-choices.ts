import { queryOptions, useQuery } from "@tanstack/react-query";

import { useUnits } from "../lib/settings";
import { client, take } from "./client";

const choicesQuery = queryOptions({
  queryKey: ["heat-choices"],
  queryFn: () => take(client.GET("/api/heat/choices")),
  staleTime: Infinity,
});

/** What can be chosen of a heat, by the field it goes into: words and notes are the core's own. */
export function useHeatChoices() {
  const u = useUnits();
  const found = useQuery(choicesQuery).data ?? [];
  return <T extends string>(of: string) =>
    found
      .filter((choice) => choice.of === of)
      .map(({ key, label, note }) => ({
        value: key as T,
        label: u.text(label),
        ...(note.length > 0 && { note: u.text(note) }),
      }));
}
