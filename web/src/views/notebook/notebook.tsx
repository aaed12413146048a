import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import type { BatchSummary } from "../../api/client";
import { VigourTrail } from "../../drawings/vigour-trail";
import { clock, day } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { batchesQuery, notShown } from "../queries";
import { TROUBLES } from "../marks/troubles";

const SAID: Record<string, string> = Object.fromEntries(TROUBLES);

/** Forecast and actual minutes of the first rise, to one scale. */
function RiseBar({ batch, longest }: { batch: BatchSummary; longest: number }) {
  const width = (m: number) => `${Math.min(100, (m / longest) * 100)}%`;
  const actual = batch.rise_actual_min;
  const forecast = batch.rise_forecast_min ?? 0;
  const off = actual == null ? null : actual - forecast;
  return (
    <div className="grid grid-cols-[1fr_7.5rem] items-center gap-3">
      <div className="relative h-6" aria-hidden="true">
        <div className="absolute top-1 h-4 rounded-full bg-steam" style={{ width: width(forecast) }} />
        {actual != null && (
          <div className="absolute top-0 h-6 w-1.5 rounded bg-crust" style={{ left: `calc(${width(actual)} - 3px)` }} />
        )}
      </div>
      <span className="text-base text-muted">
        {off === null
          ? "rising now"
          : Math.abs(off) < 3
            ? "as forecast"
            : `${Math.abs(Math.round(off))} min ${off > 0 ? "slower" : "faster"}`}
      </span>
    </div>
  );
}

export function Notebook() {
  const batches = useQuery(batchesQuery);
  const u = useUnits();
  const wrong = notShown(batches);
  if (wrong)
    return (
      <Notice title="The notebook cannot be opened" text={wrong}>
        <Button onClick={() => void batches.refetch()}>Try again</Button>
      </Notice>
    );
  if (!batches.data) return <Notice title="Opening the notebook…" />;
  if (batches.data.length === 0)
    return (
      <Notice
        title="No batch yet"
        text="Press “Start this bake” on the Bench: the notebook fills itself while you work."
      />
    );
  const longest = Math.max(...batches.data.map((b) => Math.max(b.rise_forecast_min ?? 0, b.rise_actual_min ?? 0)), 60);
  const learned = [...batches.data].reverse().filter((b) => b.vigour_after !== null);
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <h1 className="mt-4 text-3xl font-bold">What was made, against what was forecast</h1>
      <div className="mt-4 grid gap-6 wide:grid-cols-[minmax(0,1fr)_24rem]">
        <ul className="enamel overflow-hidden">
          {batches.data.map((b) => (
            <li key={b.id} className="border-t-2 border-inset first:border-t-0">
              <Link
                to={b.finished ? `/notebook/${b.id}` : `/hands/${b.id}`}
                className="grid gap-x-5 gap-y-0.5 px-4 py-2.5 hover:bg-inset tab:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]"
              >
                <span className="min-w-0">
                  <span className="block truncate text-lg font-bold">{b.name}</span>
                  <span className="block text-base text-muted">
                    {day(b.started)}, {clock(b.started)} · {b.pieces} pieces · kitchen {u.temperature(b.room_c)} ·{" "}
                    {b.finished ? (
                      <strong className={b.verdict === "good" ? "text-cobalt" : "text-crust"}>
                        {b.verdict}
                        {b.troubles.length > 0 && `, ${b.troubles.map((t) => SAID[t] ?? t).join(", ")}`}
                      </strong>
                    ) : (
                      <strong className="text-crust">under way: go on</strong>
                    )}
                  </span>
                </span>
                <RiseBar batch={b} longest={longest} />
              </Link>
            </li>
          ))}
        </ul>
        <section className="enamel h-fit p-5">
          <p className="float-right">
            <Link to="/notebook/eye" className="font-semibold text-cobalt underline">
              train the eye
            </Link>
          </p>
          <h2 className="text-xl font-bold">What this kitchen has taught</h2>
          {learned.length > 1 ? (
            <VigourTrail
              title="Vigour of this kitchen after each batch"
              points={learned.map((b) => ({ at: day(b.started), value: b.vigour_after ?? 1 }))}
            />
          ) : (
            <p className="mt-2 text-muted">Two finished batches with a mark during the rise, and this fills.</p>
          )}
          <p className="mt-2 text-muted">
            Doughs here rise at <strong className="text-ink">× {(learned.at(-1)?.vigour_after ?? 1).toFixed(2)}</strong>{" "}
            the speed of the model. Every mark in Hands moves it, and narrows the next forecast.
          </p>
          <p className="mt-3 flex items-center gap-2 text-base text-muted">
            <span className="inline-block h-3 w-9 rounded-full bg-steam" /> forecast of the first rise
            <span className="ml-2 inline-block h-5 w-1.5 rounded bg-crust" /> as it went
          </p>
        </section>
      </div>
    </main>
  );
}
