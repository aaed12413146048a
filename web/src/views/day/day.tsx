import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, Navigate, useNavigate, useParams } from "react-router";

import type { Day, DayPlan } from "../../api/client";
import { SpanShape } from "../../drawings/day-lanes";
import { clock, clockFrom, clockNow, day as dayOf, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Button, Small } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Notice } from "../../ui/facts";
import { daysQuery, notShown } from "../queries";
import { AroundTheDay } from "./around";
import { Begin } from "./begin";
import { DateAndHour } from "./date-and-hour";
import { DishPanel } from "./dish";
import { HandsAndOvens } from "./hands-and-ovens";
import { Lanes } from "./lanes";
import { useDay, type DayHandle } from "./use-day";
import { WhatCollides } from "./ways";

/** The day at this address, else the next one to come, else an empty one. */
export function DayView() {
  const { id } = useParams();
  const days = useQuery(daysQuery);
  if (id === "new") return <Begin />;
  if (id) return <OneDay key={id} id={Number(id)} />;
  const wrong = notShown(days);
  if (wrong) return <Notice title="The days cannot be opened" text={wrong} />;
  if (!days.data) return <Notice title="Opening the day…" />;
  const coming = days.data.filter((d) => Date.parse(d.eat_at) > clockNow() - 6 * 3_600_000);
  const next = coming.sort((a, b) => Date.parse(a.eat_at) - Date.parse(b.eat_at))[0];
  return next ? <Navigate to={`/day/${next.id}`} replace /> : <Begin />;
}

function OneDay({ id }: { id: number }) {
  const handle = useDay(id);
  const u = useUnits();
  const [chosen, setChosen] = useState<number | null>(null);
  const { day, found } = handle;
  const wrong = notShown(found);
  if (wrong)
    return (
      <Notice title="This day cannot be opened" text={wrong}>
        <Button onClick={() => void found.refetch()}>Try again</Button>
      </Notice>
    );
  if (!day) return <Notice title="Opening the day…" />;
  const { plan } = day;
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <Head day={day} handle={handle} />
      {handle.trouble && (
        <p role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-4 py-2 font-semibold">
          {handle.trouble}
        </p>
      )}
      {day.problems.map((p) => (
        <p key={p.where + u.text(p.message)} role="alert" className="mt-2 font-semibold text-crust">
          {u.text(p.message)}
        </p>
      ))}
      {plan ? (
        <>
          <section className="enamel mt-3 p-3 tab:p-4" aria-label="The day to scale">
            <Lanes
              plan={plan}
              chosen={chosen}
              onChoose={(n) => setChosen(n === chosen ? null : n)}
              onBegin={(dish, at) => void handle.save(held(day, dish, at))}
            />
            <Legend />
          </section>
          <div className="mt-4 grid gap-4 wide:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
            {chosen !== null && plan.dishes[chosen] ? (
              <DishPanel day={day} dish={plan.dishes[chosen]} handle={handle} onClose={() => setChosen(null)} />
            ) : (
              <Dishes day={day} plan={plan} handle={handle} onChoose={setChosen} />
            )}
            <div className="grid content-start gap-4">
              <WhatCollides day={day} handle={handle} />
              <HandsAndOvens day={day} handle={handle} />
            </div>
          </div>
          <AroundTheDay day={day} handle={handle} />
        </>
      ) : (
        day.problems.length === 0 && (
          <Notice
            title="Nothing is on this day's table yet"
            text="Open a bake on the Bench and put it on the day, or begin the day anew with what you want to make."
          >
            <Link to="/bench" className="font-semibold text-cobalt underline">
              to the Bench
            </Link>
          </Notice>
        )
      )}
    </main>
  );
}

/** The day's file with one bake held to begin at an hour; null lets it go. */
export const held = (day: Day, dish: number, at: number | null) => ({
  ...day.document,
  dishes: (day.document.dishes ?? []).map((d, i) =>
    i === dish ? { ...d, begin_at: at === null ? null : nowIso(new Date(at)) } : d,
  ),
});

const tenths = (share: number) => Math.round(10 * share);

/** What the day is, when, and how sure it is. */
function Head({ day, handle }: { day: Day; handle: DayHandle }) {
  const u = useUnits();
  const days = useQuery(daysQuery);
  const navigate = useNavigate();
  const { plan } = day;
  const people = day.document.people;
  const options = (days.data ?? []).map((d) => ({
    value: String(d.id),
    label: `${d.name || "Day"}, ${dayOf(d.eat_at)}`,
  }));
  return (
    <header className="mt-4 flex flex-wrap items-start justify-between gap-x-8 gap-y-2">
      <div className="min-w-0">
        <h1 className="text-2xl leading-tight font-bold">
          {day.document.name || "The day"}
          {people ? `, for ${people}` : ""}
        </h1>
        <p className="mt-1 flex flex-wrap items-center gap-x-2 gap-y-1 text-lg">
          On the table
          <DateAndHour
            label="When it is on the table"
            at={day.document.eat_at}
            onChange={(at) => void handle.save({ ...day.document, eat_at: nowIso(at) })}
          />
          {plan && (
            <span className="text-muted">
              first work {dayOf(plan.begins)}, <strong className="text-ink">{clock(plan.begins)}</strong>
            </span>
          )}
        </p>
        <div className="flex flex-wrap items-center gap-x-3">
          {options.length > 1 && (
            <Choice
              label="Which day"
              value={String(day.id)}
              options={options}
              onChoose={(id) => void navigate(`/day/${id}`)}
              className="font-semibold text-cobalt underline"
            >
              other days
            </Choice>
          )}
          <Link to="/day/new" className="font-semibold text-cobalt underline">
            a new day
          </Link>
          <Small disabled={!handle.undoable || handle.saving} onClick={() => void handle.undo()}>
            undo
          </Small>
        </div>
        {plan?.changed && plan.changed.length > 0 && (
          <p role="status" className="mt-1 text-lg font-semibold text-crust">
            {u.text(plan.changed)}
          </p>
        )}
      </div>
      {plan && (
        <div className="max-w-md">
          <p className="text-3xl leading-none font-extrabold tracking-tight text-cobalt">
            {tenths(plan.on_time)} in 10 on time
          </p>
          <p className="mt-1">{u.text(plan.says)}</p>
          <Search day={day} plan={plan} />
        </div>
      )}
    </header>
  );
}

/** How far the search for a better plan is. */
function Search({ day, plan }: { day: Day; plan: DayPlan }) {
  if (day.state !== "done")
    return (
      <p role="status" className="mt-1 flex items-center gap-2 text-muted">
        <progress value={day.progress} max={1} aria-label="Looking for a better plan" className="h-2 w-28" />
        {day.state === "waiting" ? "this plan stands; a better one is looked for" : "looking for a better plan"}
      </p>
    );
  const gap = plan.gap === null ? null : Math.round(100 * plan.gap);
  const word = plan.proven
    ? "no plan is better: proven"
    : gap === null
      ? "the first plan that fits"
      : gap === 0
        ? "as good as any on paper, and it holds more often"
        : gap <= MUCH
          ? `within ${gap} % of the best there can be on paper; chosen because it holds more often`
          : `on paper others may be better (none by more than ${gap} %); chosen because it holds more often`;
  return <p className="mt-1 text-muted">{word}</p>;
}

/** Further than this from the best on paper it is not called near it, %. */
const MUCH = 25;

const LEGEND: [string, string][] = [
  ["hands", "your hands"],
  ["wait", "rises, rests"],
  ["cold", "kept cold"],
  ["heat", "in the heat"],
  ["rest", "cools"],
];

function Legend() {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-muted">
      {LEGEND.map(([kind, word]) => (
        <span key={kind} className="flex items-center gap-2 whitespace-nowrap">
          <svg viewBox="0 0 34 28" className="h-5 w-6" aria-hidden="true">
            <SpanShape kind={kind} x={1} y={1} wide={32} />
          </svg>
          {word}
        </span>
      ))}
      <span className="whitespace-nowrap">
        <span className="mr-2 inline-block h-4 w-[3px] rounded bg-ink align-middle" aria-hidden="true" />
        wanted on the table
      </span>
      <span className="whitespace-nowrap">
        <span className="mr-2 inline-block h-4 w-6 bg-inset align-middle ring-1 ring-rim" aria-hidden="true" />
        you sleep
      </span>
      <span>Drag a bake sideways to hold it to another hour; press it for more.</span>
    </p>
  );
}

/** Every bake in a line: when it begins, when it is on the table, how sure that is. */
interface DishesProps {
  day: Day;
  plan: DayPlan;
  handle: DayHandle;
  onChoose: (at: number) => void;
}

function Dishes({ day, plan, handle, onChoose }: DishesProps) {
  const u = useUnits();
  const eat = Date.parse(plan.eat_at);
  return (
    <section className="enamel self-start p-4" aria-label="On the table">
      <h2 className="text-xl font-bold">On the table</h2>
      <ul>
        {plan.dishes.map((d) => (
          <li key={d.at} className="border-t-2 border-inset first:border-t-0">
            <button
              type="button"
              className="grid w-full grid-cols-[minmax(0,1fr)_auto] gap-x-4 py-2 text-left hover:bg-inset"
              onClick={() => onChoose(d.at)}
            >
              <span className="truncate text-lg font-bold">
                {d.at + 1} {d.name}
              </span>
              <span className="text-right text-lg font-bold tabular-nums">{clockFrom(d.table, eat)}</span>
              <span className="text-muted">
                begins {clockFrom(d.begins, eat)}
                {d.batch ? ", under way" : d.pinned ? ", held" : ""}
                {d.serve === "hot" ? "" : d.serve === "reheat" ? "; heated again" : "; served cool"}
              </span>
              <span className="text-right text-muted">
                {clock(d.early)} to {clock(d.late)}
              </span>
              {d.says.length > 0 && <span className="col-span-2 font-semibold text-crust">{u.text(d.says)}</span>}
            </button>
          </li>
        ))}
      </ul>
      {day.around && day.around.eats.length > 0 && (
        <p className="mt-2 text-muted">
          {u.text(day.around.eats)}{" "}
          <Small disabled={handle.saving} onClick={() => void handle.split()}>
            share it out anew
          </Small>
        </p>
      )}
    </section>
  );
}
