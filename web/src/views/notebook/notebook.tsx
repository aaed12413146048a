import { useUnits } from "../../lib/settings";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import type { BatchSummary } from "../../api/client";
import { VigourTrail } from "../../drawings/vigour-trail";
import { day } from "../../lib/clock";
import { Button, Small } from "../../ui/button";
import { Drawers } from "../../ui/drawers";
import { Headline, Notice } from "../../ui/facts";
import { ViewSkeleton } from "../../ui/skeleton";
import { batchesQuery, kitchensQuery, notShown } from "../queries";
import { longestOf, Rows, RowsLegend } from "./rows";

/** The newest of these stand in sight; the rest is one press away, so many at a time. */
const NEWEST = 5;
const AT_ONCE = 20;
const MOST_DRAWN = 24;

/** Batches made: what this kitchen has taught, the newest against their forecast, every other one press away. */
export function Notebook() {
  const batches = useQuery(batchesQuery);
  const wrong = notShown(batches);
  if (wrong)
    return (
      <Notice title="The notebook cannot be opened" text={wrong}>
        <Button onClick={() => void batches.refetch()}>Try again</Button>
      </Notice>
    );
  if (!batches.data) return <ViewSkeleton what="Opening the notebook…" shape="list" />;
  if (batches.data.length === 0)
    return (
      <Notice
        title="No batch yet"
        text="Press “Start this bake” on the Bench: the notebook fills itself while you work."
      >
        <Link to="/bench" className="font-semibold text-cobalt underline">
          to the Bench
        </Link>
      </Notice>
    );
  return <Filled batches={batches.data} />;
}

function Filled({ batches }: { batches: BatchSummary[] }) {
  const longest = longestOf(batches);
  const newest = batches.slice(0, NEWEST);
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8">
      <h1 className="mt-4 text-3xl font-bold">Made, against what was forecast</h1>
      <div className="enamel mt-4 flex flex-col gap-y-3.5 p-4 tab:p-5">
        <div className="tray tray-of-two">
          <section className="[grid-area:do]" aria-label="What this kitchen has taught">
            <Taught batches={batches} />
          </section>
          <section className="min-w-0 [grid-area:see]" aria-label="The newest">
            <Rows batches={newest} longest={longest} />
            <RowsLegend />
          </section>
        </div>
        <Drawers
          of="notebook"
          label="More of the notebook"
          note="The rest still works."
          retryWith={[batches]}
          drawers={[
            {
              key: "all",
              name: `Every batch: ${batches.length}`,
              content: <Every batches={batches} longest={longest} />,
            },
          ]}
        />
        <Link to="/notebook/eye" className="self-start font-semibold text-cobalt underline">
          train the eye
        </Link>
      </div>
    </main>
  );
}

/** How doughs rise here against a usual kitchen's, and how that came to be known. */
function Taught({ batches }: { batches: BatchSummary[] }) {
  const u = useUnits();
  const rises = useQuery(kitchensQuery).data?.[0]?.rises;
  const learned = [...batches].reverse().filter((b) => b.vigour_after !== null);
  if (!rises || learned.length < 2)
    return (
      <Headline
        title="Doughs here rise"
        figure="as usual"
        note="Not known better yet: two finished batches with a mark during the rise, and it is."
      />
    );
  const newest = learned.slice(-MOST_DRAWN);
  return (
    <>
      <Headline
        title="Doughs here rise"
        figure={u.text(rises.figure)}
        note={`than in a usual kitchen: ${u.text(rises.band)} in 8 of 10`}
      />
      <VigourTrail
        title="Vigour of this kitchen after each batch"
        points={newest.map((b) => ({ at: day(b.started), value: b.vigour_after ?? 1 }))}
      />
      <p className="text-muted">Forecasts count with it; every mark in Hands narrows it.</p>
    </>
  );
}

/** Every batch with its hour, pieces and kitchen, so many at a time; found by name. */
function Every({ batches, longest }: { batches: BatchSummary[]; longest: number }) {
  const [shown, setShown] = useState(AT_ONCE);
  const [wanted, setWanted] = useState("");
  const found = batches.filter((b) => b.name.toLowerCase().includes(wanted.trim().toLowerCase()));
  return (
    <>
      {batches.length > AT_ONCE && (
        <label className="mb-2 flex items-center gap-2">
          Named
          <input
            value={wanted}
            maxLength={60}
            autoComplete="off"
            onChange={(e) => setWanted(e.target.value)}
            className="rounded-lg border-2 border-cobalt bg-enamel px-2 py-1"
          />
        </label>
      )}
      {found.length === 0 && <p className="text-muted">No batch is called that.</p>}
      <Rows batches={found.slice(0, shown)} longest={longest} whole />
      {found.length > shown && (
        <Small onClick={() => setShown(shown + AT_ONCE)}>{found.length - shown} earlier ones</Small>
      )}
    </>
  );
}
