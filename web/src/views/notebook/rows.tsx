import { Link } from "react-router";

import type { BatchSummary } from "../../api/client";
import { clock, day } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { TROUBLES } from "../marks/troubles";

const SAID: Record<string, string> = Object.fromEntries(TROUBLES);

/** Minutes of the longest first rise of these, forecast or made: what all are drawn to. */
export const longestOf = (batches: BatchSummary[]) =>
  Math.max(...batches.map((b) => Math.max(b.rise_forecast_min ?? 0, b.rise_actual_min ?? 0)), 60);

function offSays({ rise_actual_min: actual, rise_forecast_min: forecast, stopped }: BatchSummary): string {
  if (stopped) return "put away";
  if (actual == null) return "rising now";
  const off = Math.round(actual - (forecast ?? 0));
  return Math.abs(off) < 3 ? "as forecast" : `${Math.abs(off)} min ${off > 0 ? "slower" : "faster"}`;
}

/** Forecast and actual minutes of the first rise, to one scale. */
function RiseBar({ batch, longest }: { batch: BatchSummary; longest: number }) {
  const width = (m: number) => `${Math.min(100, (m / longest) * 100)}%`;
  const actual = batch.rise_actual_min;
  return (
    <div className="grid grid-cols-[1fr_7.5rem] items-center gap-3">
      <div className="relative h-6" aria-hidden="true">
        <div
          className="absolute top-1 h-4 rounded-full bg-steam"
          style={{ width: width(batch.rise_forecast_min ?? 0) }}
        />
        {actual != null && (
          <div className="absolute top-0 h-6 w-1.5 rounded bg-crust" style={{ left: `calc(${width(actual)} - 3px)` }} />
        )}
      </div>
      <span className="text-base text-muted">{offSays(batch)}</span>
    </div>
  );
}

/** What the bars of the rows mean. */
export function RowsLegend() {
  return (
    <p className="flex flex-wrap items-center gap-2 text-base text-muted">
      <span className="inline-block h-3 w-9 rounded-full bg-steam" aria-hidden="true" /> first rise, forecast
      <span className="ml-2 inline-block h-5 w-1.5 rounded bg-crust" aria-hidden="true" /> as it went
    </p>
  );
}

/** A line for each batch; whole: with its hour, its pieces and its kitchen. */
export function Rows({ batches, longest, whole }: { batches: BatchSummary[]; longest: number; whole?: boolean }) {
  const u = useUnits();
  return (
    <ul>
      {batches.map((b) => (
        <li key={b.id} className="border-t-2 border-inset first:border-t-0">
          <Link
            to={b.finished ? `/notebook/${b.id}` : `/hands/${b.id}`}
            className="grid gap-x-5 gap-y-0.5 px-1 py-2 hover:bg-inset tab:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]"
          >
            <span className="min-w-0">
              <span className="block truncate text-lg font-bold">{b.name}</span>
              <span className="block text-base text-muted">
                {day(b.started)}
                {whole && `, ${clock(b.started)} · ${b.pieces} pieces · kitchen ${u.temperature(b.room_c)}`} ·{" "}
                {b.finished ? (
                  <strong className={b.verdict === "good" ? "text-cobalt" : "text-crust"}>
                    {b.verdict}
                    {b.troubles.length > 0 && `, ${b.troubles.map((t) => SAID[t] ?? t).join(", ")}`}
                  </strong>
                ) : b.stopped ? (
                  <strong className="text-crust">
                    stopped: {b.stopped_for && u.text(b.stopped_for).toLowerCase()}
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
  );
}
