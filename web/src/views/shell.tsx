import { useQuery } from "@tanstack/react-query";
import { Suspense, useEffect, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";

import { clock, clockNow, day } from "../lib/clock";
import { Guarded } from "../lib/guarded";
import { useSettings } from "../lib/settings";
import { isUnderWay } from "../stores/run";
import { Choice } from "../ui/choice";
import { Notice } from "../ui/facts";
import { Hanger } from "../ui/panel";
import { useBegunHere } from "./begun-here";
import { ClockNotice } from "./clock-notice";
import { NewerVersion } from "./newer-version";
import { bakesQuery, batchesQuery, batchQuery, daysQuery, meQuery } from "./queries";
import { useRecipePasted } from "./pasted";
import { RefusedNotice } from "./waiting";
import { SignOut } from "./sign-out";

function Mark() {
  return (
    <svg viewBox="0 0 32 32" aria-hidden="true" className="h-7 w-7">
      <path d="M2 25C2 12 8 5 16 5s14 7 14 20z" fill="var(--cobalt)" />
      <circle cx="12" cy="18" r="3" fill="var(--ground)" />
      <circle cx="19.5" cy="14" r="2.2" fill="var(--ground)" />
      <circle cx="20.5" cy="20.5" r="1.7" fill="var(--ground)" />
    </svg>
  );
}

const QUIET =
  "min-h-9 rounded-lg px-2 whitespace-nowrap font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4";
const REST = "flex min-h-11 w-full items-center rounded-lg px-3 text-left font-semibold text-cobalt hover:bg-inset";
const DOING: Record<string, string> = {
  sponge: "sponge ripening",
  again: "rising again",
  weigh: "weighing",
  rise: "rising",
  divide: "dividing",
  wrap: "wrapping",
  proof: "proofing",
  hold: "kept cold",
  heat: "in the heat",
  rest: "resting",
};

/** Longer than this the ways are not held back, ms: a slow server must not keep anybody from them. */
const HELD_BACK = 1_500;

/** Whether what stands in the ways is known, or has been waited for long enough: they come as one, and do not jump. */
function useSettled(known: boolean): boolean {
  const [settled, setSettled] = useState(known);
  if (known && !settled) setSettled(true);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(true), HELD_BACK);
    return () => clearTimeout(timer);
  }, []);
  return settled;
}

/** What the batch under way is doing, for the way into Hands; null until that is known. */
function useUnderWay(id: number | undefined): string | null {
  const batch = useQuery({ ...batchQuery(id ?? 0), enabled: id !== undefined, refetchInterval: 60_000 });
  const done = new Set(batch.data?.observations.filter((o) => o.kind === "done").map((o) => o.stage as string));
  const steps = batch.data?.live.sheet?.day.steps ?? [];
  const next = steps.find((s) => s.key in DOING && !done.has(s.key));
  const stage = next?.key;
  if (id !== undefined && !batch.isFetched) return null;
  return stage && next ? `${DOING[stage]} until ${clock(next.end)}` : "";
}

/** The next day to come, for the way to it; null until that is known. */
function useComingDay(): string | null {
  const days = useQuery(daysQuery);
  const coming = days.data
    ?.filter((d) => Date.parse(d.eat_at) > clockNow())
    .sort((a, b) => (a.eat_at < b.eat_at ? -1 : 1))[0];
  if (!days.isFetched && !days.data) return null;
  return coming ? `${day(coming.eat_at)}, ${clock(coming.eat_at)}` : "several bakes";
}

function Way({ to, name, word = "" }: { to: string; name: string; word?: string }) {
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `flex min-h-9 min-w-0 items-center gap-1.5 rounded-xl border-2 px-2.5 leading-tight ${isActive ? "border-cobalt bg-enamel" : "border-transparent hover:border-rim"}`
      }
    >
      <span className="font-bold text-ink">{name}</span>
      {word && <span className="max-w-44 truncate text-muted max-wide:hidden">{word}</span>}
    </NavLink>
  );
}

/** What is wanted less often than the views. */
function TheRest() {
  const me = useQuery(meQuery);
  const { units, theme, setUnits, setTheme } = useSettings();
  const metric = units === "metric";
  return (
    <div className="grid gap-1">
      <Link to="/read" className={REST}>
        read a recipe
      </Link>
      <Link to="/kitchen" className={REST}>
        my kitchen
      </Link>
      <button
        type="button"
        className={REST}
        onClick={() => setUnits(metric ? "us" : "metric")}
        aria-label={metric ? "Show ounces, Fahrenheit and inches" : "Show grams, Celsius and centimetres"}
      >
        {metric ? "ounces, °F, inches" : "grams, °C, centimetres"}
      </button>
      <button type="button" className={REST} onClick={() => setTheme(theme === "dark" ? "light" : "dark")}>
        {theme === "dark" ? "light" : "dark, for the late kitchen"}
      </button>
      {me.data && !me.data.demo_open && <SignOut className={REST} />}
    </div>
  );
}

/** The way between the views. Each way says what is going on there. */
export function Shell() {
  const bakes = useQuery(bakesQuery);
  const batches = useQuery(batchesQuery);
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const onBench = /^\/bench\/(\d+)/.exec(pathname)?.[1];
  const bench = onBench ? Number(onBench) : bakes.data?.[0]?.id;
  const unfinished = batches.data?.filter(isUnderWay) ?? [];
  const [running] = unfinished;
  const begun = useBegunHere().find((b) => b.batch);
  const word = useUnderWay(running?.id);
  const coming = useComingDay();
  useRecipePasted();
  const settled = useSettled(bakes.isFetched && batches.isFetched && word !== null && coming !== null);
  return (
    <>
      <header className="mx-auto flex w-full max-w-[1320px] flex-wrap items-center gap-x-4 gap-y-1 px-4 pt-2 tab:max-wide:gap-x-2 tab:px-8">
        <Link
          to="/"
          className="flex items-center gap-2 text-xl font-bold text-cobalt"
          aria-label="Airy Crumb, to the bench"
        >
          <Mark />
          <span className="max-tab:sr-only">Airy Crumb</span>
        </Link>
        {bakes.data && onBench && bakes.data.length > 0 && (
          <Choice
            label="Bake on the bench"
            value={onBench}
            options={bakes.data.map((b) => ({ value: String(b.id), label: b.name }))}
            onChoose={(id) => void navigate(`/bench/${id}`)}
            className="max-w-[56vw] truncate tab:max-w-80 tab:max-wide:max-w-40 rounded-lg border-2 border-rim bg-enamel px-2.5 py-0.5 font-semibold text-ink"
          >
            {bakes.data.find((b) => String(b.id) === onBench)?.name ?? "this bake"} <span aria-hidden="true">▾</span>
          </Choice>
        )}
        <nav
          aria-label="Views"
          className={`order-last -mx-1 flex w-full gap-1 tab:order-none tab:ml-auto tab:w-auto ${settled ? "" : "invisible"}`}
        >
          <Way to={`/bench/${bench ?? ""}`} name="Bench" />
          {begun && <Way to={`/hands/${begun.ref}`} name="Hands" word={begun.batch?.name ?? ""} />}
          {!begun && running && (
            <Way
              to={`/hands/${running.id}`}
              name="Hands"
              word={unfinished.length > 1 ? `${unfinished.length} under way` : word || running.name}
            />
          )}
          <Way to="/day" name="Day" word={coming ?? ""} />
          <Way to="/notebook" name="Notebook" />
        </nav>
        <div className="ml-auto tab:ml-0">
          <Hanger key={pathname} label="More: recipes, my kitchen, units, light" shown="more" className={QUIET}>
            <TheRest />
          </Hanger>
        </div>
      </header>
      <div className="mx-auto w-full max-w-[1320px] px-4 tab:px-8">
        <ClockNotice />
        <RefusedNotice />
        <NewerVersion quiet={batches.data !== undefined && !running} />
      </div>
      <Guarded what="This view" note="The other views go on, and nothing noted is lost." retryWith={[pathname]}>
        <Suspense fallback={<Notice title="Opening…" />}>
          <Outlet />
        </Suspense>
      </Guarded>
    </>
  );
}
