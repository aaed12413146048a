import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { client, take, type BatchOut } from "../../api/client";
import { StageBars } from "../../drawings/stage-bars";
import { clock, day, duration, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { usePhone } from "../../lib/use-narrow";
import { warmsUp } from "../../lib/words";
import { FermentCurve } from "../../parts/ferment-curve";
import { CoreCurve } from "../../parts/core-curve";
import { Button } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { TROUBLES } from "../marks/troubles";
import { batchQuery, notShown } from "../queries";

export function BatchPage() {
  const id = Number(useParams().id);
  const batch = useQuery({ ...batchQuery(id), enabled: Number.isInteger(id) });
  const wrong = Number.isInteger(id) ? notShown(batch) : "This address names no batch.";
  if (wrong)
    return (
      <Notice title="This batch cannot be opened" text={wrong}>
        <Button onClick={() => void batch.refetch()}>Try again</Button>
      </Notice>
    );
  if (!batch.data) return <Notice title="Turning to that page…" />;
  return <Page batch={batch.data} />;
}

/** Whether this batch teaches its kitchen: a look at the wrong bowl, or a press hours late, can be left out. */
function Teaching({ batch }: { batch: BatchOut }) {
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (teaches: boolean) =>
      take(
        client.POST("/api/batches/{batch_id}/teaching", {
          params: { path: { batch_id: batch.id } },
          body: { teaches, now: nowIso() },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <>
      {!batch.teaches && (
        <p className="mt-1">
          What was seen in this batch stays here, and tells the kitchen nothing about the next one.
        </p>
      )}
      <Button className="mt-2" disabled={change.isPending} onClick={() => change.mutate(!batch.teaches)}>
        {change.isPending
          ? "Learning anew, from this batch on…"
          : batch.teaches
            ? "Leave this batch out of learning"
            : "Let it teach again"}
      </Button>
      {change.isError && (
        <p role="alert" className="mt-1 font-semibold text-crust">
          It was not changed: {change.error.message}
        </p>
      )}
    </>
  );
}

function Findings({ batch }: { batch: BatchOut }) {
  const u = useUnits();
  const findings = batch.lesson?.findings ?? [];
  const marked = batch.observations.filter((o) => o.kind === "lid_lifted").length;
  return (
    <section className="enamel p-5">
      <h2 className="text-xl font-bold">What to change next time</h2>
      {findings.length === 0 && (
        <p className="mt-2 text-muted">
          {batch.finished
            ? "Nothing: it went as forecast."
            : batch.stopped
              ? "It was stopped: nothing is learned from it."
              : "It is still under way."}
        </p>
      )}
      {findings.some((f) => f.weight > 0) && (
        <p className="mt-1 text-base text-muted">
          Causes that this batch&rsquo;s own marks and forecasts speak for, the likeliest first
          {marked ? "; a lifted lid was marked" : ""}.
        </p>
      )}
      <ul className="mt-2 space-y-3">
        {findings.map((f, i) => (
          <li key={`${u.text(f.what)}-${i}`} className="rounded-xl border-2 border-rim bg-inset px-3.5 py-2.5">
            <p className="font-bold">{u.text(f.what)}</p>
            {f.weight > 0 && (
              <span
                role="meter"
                aria-label="How strongly the record speaks for it"
                aria-valuemin={0}
                aria-valuemax={100}
                aria-valuenow={Math.round(100 * f.weight)}
                className="my-1 block h-1.5 w-full rounded bg-rim"
              >
                <span className="block h-full rounded bg-crust" style={{ width: `${Math.round(100 * f.weight)}%` }} />
              </span>
            )}
            <p className="text-base">{u.text(f.why)}</p>
            <p className="text-base font-semibold text-cobalt">{u.text(f.next_time)}</p>
          </li>
        ))}
      </ul>
      <OnTheWay batch={batch} />
      {batch.outcome?.note && <p className="mt-3 border-l-4 border-cobalt pl-3">{batch.outcome.note}</p>}
    </section>
  );
}

/** What went wrong while it was made, and of how many pieces at the end. */
function OnTheWay({ batch }: { batch: BatchOut }) {
  const u = useUnits();
  const counts = Object.entries(batch.outcome?.how_many ?? {});
  // What was kept here by an older page knows of none.
  const mishaps = (batch.mishaps as BatchOut["mishaps"] | undefined) ?? [];
  if (mishaps.length === 0 && counts.length === 0) return null;
  const said = (key: string) => TROUBLES.find(([trouble]) => trouble === key)?.[1] ?? key;
  return (
    <ul aria-label="What went wrong on the way" className="mt-3 border-l-4 border-crust pl-3">
      {mishaps.map((m) => (
        <li key={m.at + u.text(m.label)}>
          {clock(m.at)} <strong>{u.text(m.label)}</strong>
          {m.value !== null && `: ${m.value}`}
        </li>
      ))}
      {counts.map(([trouble, count]) => (
        <li key={trouble}>
          <strong>{said(trouble)}</strong>: {count} of them
        </li>
      ))}
    </ul>
  );
}

/** What came of it, in a word or two. */
function cameOf({ outcome, stopped, stopped_for }: BatchOut, u: ReturnType<typeof useUnits>): string {
  if (outcome) return outcome.verdict;
  if (!stopped) return "under way";
  return stopped_for ? `stopped: ${u.text(stopped_for).toLowerCase()}` : "stopped";
}

function Page({ batch }: { batch: BatchOut }) {
  const u = useUnits();
  const phone = usePhone();
  const { plan } = batch;
  if (!plan)
    return (
      <Notice
        title="This batch's plan cannot be worked any more"
        text={batch.live.problems
          .map((p) => p.message)
          .map(u.text)
          .join(" ")}
      />
    );
  const seen = batch.live.sheet ?? plan;
  const stages = batch.lesson?.stages ?? [];
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <p className="mt-4">
        <Link to="/notebook" className="font-semibold text-cobalt underline">
          All batches
        </Link>
      </p>
      <h1 className="text-3xl font-bold">{batch.name}</h1>
      <p className="text-muted">
        {day(batch.started)}, {clock(batch.started)} ·{" "}
        {plan.groups
          .map((g) => `${g.pieces} × ${u.mass(g.dough_each_g)} around ${u.mass(g.filling_each_g)}`)
          .join(", ")}{" "}
        · kitchen {u.temperature(plan.sentence.room_c)} · <strong className="text-ink">{cameOf(batch, u)}</strong> ·{" "}
        <Link to={`/bench/${batch.bake_id}`} className="font-semibold text-cobalt underline">
          make it again
        </Link>
      </p>
      <div className="mt-4 grid gap-6 wide:grid-cols-[minmax(0,1fr)_24rem]">
        <div className="flex flex-col gap-6">
          {stages.length > 0 && (
            <section className="enamel p-5">
              <h2 className="text-xl font-bold">Forecast and what happened</h2>
              <StageBars
                title="Minutes of each stage: forecast band and as it went"
                stages={stages.map((s) => ({ name: u.text(s.label), ...s.forecast, actual: s.actual }))}
                words={duration}
                narrow={phone}
              />
              <Loads loads={batch.lesson?.loads ?? []} />
              <EveryStep steps={batch.steps} />
            </section>
          )}
          <section className="enamel grid gap-6 p-5 tab:grid-cols-2">
            <div>
              <h2 className="mb-1 font-bold">The rise, with what you saw</h2>
              <FermentCurve tray={{ ...plan.rise, marks: seen.rise.marks }} height={300} width={470} />
            </div>
            <div>
              <h2 className="mb-1 font-bold">The middle of the filling</h2>
              <CoreCurve heat={{ ...plan.heat, marks: seen.heat.marks }} height={300} width={470} />
            </div>
          </section>
        </div>
        <div className="flex flex-col gap-6">
          <Findings batch={batch} />
          {batch.lesson && (
            <section className="enamel p-5">
              <h2 className="text-xl font-bold">
                {batch.teaches ? "What the kitchen learned" : "Left out of learning"}
              </h2>
              <Teaching batch={batch} />
              <p className="mt-1" hidden={!batch.teaches}>
                Its vigour went from <strong>× {batch.lesson.vigour_before.toFixed(2)}</strong> to{" "}
                <strong>× {Math.exp(batch.lesson.vigour.mean).toFixed(2)}</strong>, now from {batch.lesson.vigour.bakes}{" "}
                bakes.
                {batch.lesson.drank != null &&
                  ` Its ${batch.lesson.flour} took ${Math.round(batch.lesson.drank * 100)} % of the water.`}
                {batch.lesson.kneading_warms != null &&
                  ` Kneading warms the dough by ${u.degrees(batch.lesson.kneading_warms, 1)}.`}
                {batch.lesson.wrap_seconds != null &&
                  ` Wrapping one takes about ${Math.round(batch.lesson.wrap_seconds)} s.`}
                {batch.lesson.pace &&
                  ` Its heat takes × ${Math.exp(batch.lesson.pace.mean).toFixed(2)} of the usual minutes, now from ${batch.lesson.pace.bakes} probed ${batch.lesson.pace.bakes === 1 ? "bake" : "bakes"}.`}
                {Object.entries(batch.lesson.more_paces ?? {}).map(
                  ([method, pace]) =>
                    ` ${WAYS[method] ?? method} takes × ${Math.exp(pace.mean).toFixed(2)} of the usual minutes.`,
                )}
                {batch.lesson.oven &&
                  ` The oven runs ${u.degrees(Math.abs(batch.lesson.oven.off_c))} ${batch.lesson.oven.off_c < 0 ? "below" : "above"} its dial.${warmsUp(batch.lesson.oven.warms_in)}`}
              </p>
            </section>
          )}
        </div>
      </div>
    </main>
  );
}

const WAYS: Record<string, string> = { steam: "Steaming", oven: "Baking", pan: "The pan" };

/** Each step by itself: the hour it was planned for, and the hour it was marked. */
function EveryStep({ steps }: Pick<BatchOut, "steps">) {
  const u = useUnits();
  if (steps.length === 0) return null;
  const marked = steps.filter((step) => step.done.length > 0).length;
  return (
    <details className="mt-4">
      <summary className="min-h-8 cursor-pointer font-bold">
        Every step beside its plan{" "}
        <span className="font-normal text-muted">
          {marked} of {steps.length} marked
        </span>
      </summary>
      <table className="mt-1 w-full">
        <thead>
          <tr className="text-left text-muted">
            {["", "planned", "done", ""].map((head, at) => (
              <th key={at} className="py-1 pr-3 font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {steps.map((step) => (
            <tr key={step.id} className={`border-t border-rim ${step.done.length > 0 ? "" : "text-muted"}`}>
              <th className="py-1 pr-3 text-left font-semibold">{u.text(step.label)}</th>
              <td className="pr-3">{u.text(step.planned)}</td>
              <td className="pr-3">{u.text(step.done)}</td>
              <td>{u.text(step.off)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

type Load = NonNullable<NonNullable<BatchOut["lesson"]>["loads"]>[number];

/** Each load by itself: what was planned for it, and what it was. Nothing where there was but one. */
function Loads({ loads }: { loads: Load[] }) {
  const u = useUnits();
  if (loads.length < 2) return null;
  return (
    <table className="mt-4 w-full">
      <caption className="text-left font-bold">Each load in the heat</caption>
      <thead>
        <tr className="text-left text-muted">
          {["", "pieces", "planned", "it was in", "its middle"].map((head) => (
            <th key={head} className="py-1 font-semibold">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {loads.map((load) => (
          <tr key={load.id} className="border-t border-rim">
            <th className="py-1 text-left font-semibold">{u.text(load.label)}</th>
            <td>{load.pieces}</td>
            <td>{duration(load.planned_min)}</td>
            <td>{load.actual_min === null ? "not marked" : duration(load.actual_min)}</td>
            <td>{load.core_c === null ? "not probed" : u.temperature(load.core_c)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
