import { useQuery, useQueryClient } from "@tanstack/react-query";
import { memo, useState } from "react";
import { Link, useNavigate } from "react-router";

import { client, take, type Bake, type DayDocument } from "../../api/client";
import { notMade } from "../../api/server-error";
import { clockNow, day as dayOf, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Small } from "../../ui/button";
import { daysQuery } from "../queries";

interface Props {
  bakeId: number;
  document: Bake;
  /** When it would be eaten: a new day is laid out for then. */
  eat: string;
  saved: boolean;
}

/** The way onto the next day to come; beside a day it is not on, what both want at one time. */
export const OnTheDay = memo(({ bakeId, document, eat, saved }: Props) => {
  const u = useUnits();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const body = { bake: document, bake_id: bakeId, now: nowIso() };
  const found = useQuery({
    queryKey: ["beside", bakeId, document],
    queryFn: () => take(client.POST("/api/days/beside", { body })),
    enabled: saved,
    placeholderData: (before) => before,
    staleTime: 60_000,
    gcTime: 60_000,
    retry: false,
  });
  if (!found.data) return <span className="min-h-9 max-tab:w-full" />;
  const { day, clashes } = found.data;
  const isOn = day?.bakes.includes(bakeId) ?? false;

  const put = () => {
    const open = async (id: number) => {
      await queries.invalidateQueries(daysQuery);
      await navigate(`/day/${id}`);
    };
    (day ? added(day.id, bakeId) : begun(eat, bakeId)).then(open).catch((error) => setTrouble(notMade(error)));
  };
  const when = day && (day.name || `the day of ${dayOf(day.eat_at)}`);
  return (
    <div className="flex min-h-9 min-w-0 flex-wrap items-center gap-x-3 text-muted max-tab:w-full wide:ml-auto">
      {isOn ? (
        <Link to={`/day/${day?.id}`} className="font-semibold text-cobalt underline">
          on {when}
        </Link>
      ) : (
        <Small onClick={put}>put it on {when ?? "a day with other bakes"}</Small>
      )}
      {!isOn && clashes[0] && (
        <span className="font-semibold text-crust">
          {u.text(clashes[0])}
          {clashes.length > 1 && ` (${clashes.length} such hours)`}
        </span>
      )}
      {trouble && <span role="alert">{trouble}</span>}
    </div>
  );
});

async function added(id: number, bake: number): Promise<number> {
  const params = { path: { day_id: id } };
  const day = await take(client.GET("/api/days/{day_id}", { params: { ...params, query: { now: nowIso() } } }));
  const document = { ...day.document, dishes: [...(day.document.dishes ?? []), { bake }] };
  await take(client.PUT("/api/days/{day_id}", { params, body: { base: day.revision, document, now: nowIso() } }));
  return id;
}

async function begun(eat: string, bake: number): Promise<number> {
  const coming = Date.parse(eat) > clockNow() ? eat : nowIso();
  const document: DayDocument = {
    format: "airycrumb-day",
    version: 1,
    eat_at: nowIso(new Date(coming)),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    dishes: [{ bake }],
  };
  const body = { client_id: crypto.randomUUID(), document, now: nowIso() };
  return (await take(client.POST("/api/days", { body }))).id;
}
