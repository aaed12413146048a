import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, Navigate, useNavigate, useParams } from "react-router";

import type { Day, DayPlan } from "../../api/client";
import { clock, clockFrom, clockNow, day as dayOf, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Button, Small } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Drawers } from "../../ui/drawers";
import { Notice } from "../../ui/facts";
import { ViewSkeleton } from "../../ui/skeleton";
import { batchesQuery, daysQuery, notShown } from "../queries";
import { Begin } from "./begin";
import { DateAndHour } from "./date-and-hour";
import { DishPanel } from "./dish";
import { drawersOfDay } from "./drawers";
import { Lanes } from "./lanes";
import { useDay, type DayHandle } from "./use-day";
import { fits, openDrawer, Unfit } from "./ways";

/** The day at this address, else the next one to come, else an empty one. */
export function DayView() {
  const { id } = useParams();
  const days = useQuery(daysQuery);
  if (id === "new") return <Begin />;
  if (id) return <OneDay key={id} id={Number(id)} />;
  const wrong = notShown(days);
  if (wrong)
    return (
      <Notice title="The days cannot be opened" text={wrong}>
        <Button onClick={() => void days.refetch()}>Try again</Button>
      </Notice>
    );
  if (!days.data) return <ViewSkeleton what="Opening the day…" shape="lanes" />;
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
  if (!day) return <ViewSkeleton what="Opening the day…" shape="lanes" />;
  const { plan } = day;
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <Head day={day} handle={handle} />
      {handle.trouble && (
        <p role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-4 py-2 font-semibold">
          {handle.trouble}
        </p>
      )}
      <GivenUp day={day} />
      {day.problems.map((p) => (
        <p key={p.where + u.text(p.message)} role="alert" className="mt-2 font-semibold text-crust">
          {u.text(p.message)}
        </p>
      ))}
      {plan ? (
        <>
          <Unfit day={day} />
          <section className="enamel mt-3 flex flex-col gap-3 p-3 tab:p-4" aria-label="The day to scale">
            <Lanes
              plan={plan}
              chosen={chosen}
              onChoose={(n) => setChosen(n === chosen ? null : n)}
              onBegin={(dish, at) => void handle.save(held(day, dish, at))}
            />
            {chosen !== null && plan.dishes[chosen] && (
              <DishPanel day={day} dish={plan.dishes[chosen]} handle={handle} onClose={() => setChosen(null)} />
            )}
            <Drawers
              of="day"
              label="More of this day"
              note="The plan still holds."
              retryWith={[day]}
              drawers={drawersOfDay(day, plan, handle, setChosen)}
            />
          </section>
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

/** What was begun for it and stopped: it takes no hands and no oven, and can be taken back where it lies. */
function GivenUp({ day }: { day: Day }) {
  const u = useUnits();
  const batches = useQuery(batchesQuery);
  const ids = (day.document.given_up ?? []).map((dish) => dish.batch);
  return batches.data
    ?.filter((b) => ids.includes(b.id))
    .map((b) => (
      <p key={b.id} role="note" className="mt-1">
        <strong>{b.name}</strong> is off this day: {b.stopped_for ? u.text(b.stopped_for).toLowerCase() : "stopped"}.{" "}
        <Link to={`/hands/${b.id}`} className="font-semibold text-cobalt underline">
          take it back
        </Link>
      </p>
    ));
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
          <span className="max-tab:sr-only">On the table</span>
          <DateAndHour
            label="When it is on the table"
            at={day.document.eat_at}
            onChange={(at) => void handle.save({ ...day.document, eat_at: nowIso(at) })}
          />
        </p>
        <div className="flex flex-wrap items-center gap-x-3">
          {plan && (
            <span className="text-muted tab:hidden">
              first work {dayOf(plan.begins)}, <strong className="text-ink">{clock(plan.begins)}</strong>
            </span>
          )}
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
            new day
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
          <p className="mt-1">
            in 9 of 10 by {clockFrom(plan.by, Date.parse(plan.eat_at))}
            {fits(day) && day.ways.length > 0 && (
              <>
                {", "}
                <Small onClick={() => openDrawer("sure")}>make it surer: {day.ways.length}</Small>
              </>
            )}
          </p>
          <Search day={day} plan={plan} handle={handle} />
        </div>
      )}
    </header>
  );
}

/** How far the search for a better plan is. */
function Search({ day, plan, handle }: { day: Day; plan: DayPlan; handle: DayHandle }) {
  const best = plan.proven && plan.on_paper === null;
  if (day.state === "done") return best ? <p className="mt-1 text-muted">no plan is better: proven</p> : null;
  if (day.state === "stuck")
    return (
      <p role="status" className="mt-1 flex flex-wrap items-center gap-2 font-semibold">
        This plan holds; a better one could not be looked for.
        <Small disabled={handle.saving} onClick={() => void handle.thinkAgain()}>
          look again
        </Small>
      </p>
    );
  return (
    <p role="status" className="mt-1 flex items-center gap-2 text-muted">
      <progress value={day.progress} max={1} aria-label="Looking for a better plan" className="h-2 w-28" />
      {day.state === "waiting"
        ? "a better one will be looked for"
        : day.progress < 0.8
          ? "looking for a better plan"
          : "trying what would help"}
    </p>
  );
}
