import { queryOptions, useQuery } from "@tanstack/react-query";

import { client, take, type Play } from "./client";

const LOOK_EVERY = 400;

const scalesQuery = queryOptions({
  queryKey: ["scales"],
  queryFn: () => take(client.GET("/api/scales")),
  // Asked again and again while there is a scale; a kitchen without one is asked once.
  refetchInterval: (query) => (query.state.data?.length === 0 ? false : LOOK_EVERY),
  refetchIntervalInBackground: false,
  retry: false,
  gcTime: 0,
});

export interface Scale {
  id: number;
  name: string;
  /** g, null where nothing can be believed: silent, or the server out of reach. */
  grams: number | null;
  settled: boolean;
  standIn: boolean;
}

/** The kitchen's scale as it stands, looked at while `wanted`; null where there is none. Losing it stops nothing. */
export function useScale(wanted: boolean): Scale | null {
  const scales = useQuery({ ...scalesQuery, enabled: wanted });
  const first = scales.data?.find((s) => !s.silent) ?? scales.data?.[0];
  if (!wanted || !first) return null;
  const heard = !first.silent && !scales.isError && first.grams !== null;
  return {
    id: first.id,
    name: first.name,
    grams: heard ? first.grams : null,
    settled: heard && first.settled,
    standIn: first.stand_in,
  };
}

let told: Promise<unknown> = Promise.resolve();

/** Tell a simulated instrument what to do: g on a scale, °C of an oven. Hurried presses keep their order. */
export const playStandIn = (id: number, what: Play, grams: number | null = null): Promise<unknown> => {
  const next = () =>
    take(
      client.POST("/api/devices/{device_id}/play", { params: { path: { device_id: id } }, body: { do: what, grams } }),
    );
  told = told.then(next, next);
  return told;
};
