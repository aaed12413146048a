import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import { client, take, type DayDocument } from "../../api/client";
import { notMade } from "../../api/server-error";
import { clockNow, nowIso } from "../../lib/clock";
import { Button } from "../../ui/button";
import { bakesQuery, daysQuery } from "../queries";
import { DateAndHour } from "./date-and-hour";

/** Saturday at noon, the next that leaves a night to plan for. */
function saturday(): Date {
  const at = new Date(clockNow());
  at.setDate(at.getDate() + ((6 - at.getDay() + 7) % 7));
  at.setHours(12, 0, 0, 0);
  if (at.getTime() - clockNow() < 18 * 3_600_000) at.setDate(at.getDate() + 7);
  return at;
}

const FIELD = "min-h-11 rounded-lg border-2 border-cobalt bg-enamel px-2.5 py-1 text-lg font-semibold";

/** An empty day: when, for how many, what. It is split and planned at once. */
export function Begin() {
  const bakes = useQuery(bakesQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [when, setWhen] = useState(() => nowIso(saturday()));
  const [people, setPeople] = useState("10");
  const [chosen, setChosen] = useState<number[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);

  const begin = async () => {
    const document: DayDocument = {
      format: "airycrumb-day",
      version: 1,
      eat_at: nowIso(new Date(when)),
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      people: Number(people) || null,
      dishes: chosen.map((bake) => ({ bake })),
    };
    try {
      const body = { client_id: crypto.randomUUID(), document, now: nowIso() };
      const made = await take(client.POST("/api/days", { body }));
      const params = { path: { day_id: made.id } };
      if (document.people && chosen.length > 0) {
        const split = await take(client.POST("/api/days/{day_id}/split", { params, body: { now: nowIso() } }));
        const save = { base: made.revision, document: split, now: nowIso() };
        await take(client.PUT("/api/days/{day_id}", { params, body: save }));
      }
      await queries.invalidateQueries(daysQuery);
      void navigate(`/day/${made.id}`);
    } catch (error) {
      setTrouble(notMade(error));
    }
  };
  const toggle = (id: number) => setChosen((had) => (had.includes(id) ? had.filter((n) => n !== id) : [...had, id]));
  return (
    <main className="mx-auto w-full max-w-3xl px-4 pb-10">
      <h1 className="mt-5 text-3xl font-bold">Several bakes for one table</h1>
      <p className="mt-1 text-lg text-muted">
        One oven, one pair of hands: say when and what, and the whole day is laid out so that nothing is wanted twice.
      </p>
      <form
        className="enamel mt-4 grid gap-4 p-5"
        onSubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <div className="flex flex-wrap items-center gap-x-6 gap-y-3 text-lg">
          <span className="flex items-center gap-2">
            On the table
            <DateAndHour label="When it is on the table" at={when} onChange={(at) => setWhen(nowIso(at))} />
          </span>
          <label className="flex items-center gap-2">
            for
            <input
              className={`${FIELD} w-20 text-right`}
              inputMode="numeric"
              pattern="[0-9]{1,3}"
              value={people}
              onChange={(e) => setPeople(e.target.value)}
            />
            people
          </label>
        </div>
        <fieldset>
          <legend className="text-lg font-bold">What is on it?</legend>
          <ul className="mt-1 grid gap-1 tab:grid-cols-2">
            {bakes.data?.map((b) => (
              <li key={b.id}>
                <label className="flex min-h-11 items-center gap-3 rounded-lg px-2 text-lg hover:bg-inset">
                  <input
                    type="checkbox"
                    className="h-5 w-5 accent-[var(--cobalt)]"
                    checked={chosen.includes(b.id)}
                    disabled={!chosen.includes(b.id) && chosen.length >= 10}
                    onChange={() => toggle(b.id)}
                  />
                  {b.name}
                </label>
              </li>
            ))}
          </ul>
        </fieldset>
        {trouble && (
          <p role="alert" className="font-semibold text-crust">
            {trouble}
          </p>
        )}
        <div>
          <Button type="submit" look="solid" disabled={chosen.length === 0}>
            Lay out the day
          </Button>
          <p className="mt-2 text-muted">
            As much of each as makes a meal for everybody; each can be changed afterwards.
          </p>
        </div>
      </form>
    </main>
  );
}
