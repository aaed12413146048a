import { useQuery } from "@tanstack/react-query";
import { memo, useEffect, useState, useSyncExternalStore } from "react";
import { Link } from "react-router";

import type { BatchOut, Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { clock } from "../../lib/clock";
import { FermentCurve, Story } from "../../parts/ferment-curve";
import { CutAndWeigh } from "../../parts/portioning";
import { Button } from "../../ui/button";
import { Cues, MovedTo } from "../marks/cues";
import { ended, isUnderWay, pieceMark, standing, unsentPieces } from "../../stores/run";
import { runOf } from "../../stores/runs";
import { RisenBy, TypedReading } from "../marks/readings";
import { fermenting, stagesOf } from "../marks/steps";
import { batchesQuery, batchQuery } from "../queries";

/** The batch of this bake that is being made, fetched once; null where there is none. */
function useRunning(bakeId: number): BatchOut | null {
  const batches = useQuery(batchesQuery);
  const running = batches.data?.find((b) => isUnderWay(b) && b.bake_id === bakeId);
  const batch = useQuery({ ...batchQuery(running?.id ?? 0), enabled: running !== undefined, staleTime: Infinity });
  return running && batch.data?.id === running.id ? batch.data : null;
}

/** The batch of this bake that is rising now, to be marked without leaving the Bench. Nothing where there is none. */
export const UnderWay = memo(({ bakeId, now }: { bakeId: number; now: number }) => {
  const running = useRunning(bakeId);
  return running && <Rising key={running.id} from={running} now={now} />;
});

/** The dough cut and weighed: kept in the batch being divided now, else only compared with the plan. */
export function Weighing({ bakeId, sheet, scale }: { bakeId: number; sheet: Sheet; scale: Scale | null }) {
  const running = useRunning(bakeId);
  if (running) return <Dividing key={running.id} from={running} plan={sheet} scale={scale} />;
  if (scale) return <CutAndWeigh sheet={sheet} scale={scale} onPiece={null} />;
  return <p>No scale is connected: weigh them by its own display, and note them in Hands.</p>;
}

function Dividing({ from, plan, scale }: { from: BatchOut; plan: Sheet; scale: Scale | null }) {
  const [store] = useState(() => runOf(from.id, from));
  const state = useSyncExternalStore(store.subscribe, store.read);
  useEffect(() => store.open(), [store]);
  const sheet = state.batch.live.sheet ?? state.batch.plan ?? plan;
  const done = ended(state);
  if (stagesOf(sheet).find((s) => !done.has(s)) !== "divide")
    return scale && <CutAndWeigh sheet={plan} scale={scale} onPiece={null} />;
  return (
    <section aria-label="Under way" className="rounded-2xl border-2 border-rim p-4">
      <CutAndWeigh
        sheet={sheet}
        scale={scale}
        unsent={unsentPieces(state)}
        onPiece={(grams, number) => store.mark([pieceMark(grams, number)])}
      />
      {state.trouble && (
        <p role="alert" className="font-semibold text-crust">
          {state.trouble}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button disabled={!sheet.portioned && !unsentPieces(state)} onClick={() => store.undo(1)}>
          Take the last back
        </Button>
        <Link to={`/hands/${state.batch.id}`} className="font-semibold text-cobalt underline">
          to Hands
        </Link>
      </div>
    </section>
  );
}

type PanelName = "risen" | "cues" | "move" | "dough";

function Rising({ from, now }: { from: BatchOut; now: number }) {
  const [store] = useState(() => runOf(from.id, from));
  const state = useSyncExternalStore(store.subscribe, store.read);
  const [panel, setPanel] = useState<PanelName | null>(null);
  useEffect(() => store.open(), [store]);
  const sheet = state.batch.live.sheet ?? state.batch.plan;
  const done = ended(state);
  const stage = sheet ? stagesOf(sheet).find((s) => !done.has(s)) : undefined;
  const tray = sheet && stage ? fermenting(stage, sheet) : null;
  if (!tray || !stage) return null;
  const close = () => setPanel(null);
  const mark = (kind: "risen" | "poke" | "tear" | "dough_temperature" | "room_temperature", value: number) => {
    store.mark([{ kind, stage, value }]);
    close();
  };
  return (
    <section aria-label="Under way" className="rounded-2xl border-2 border-rim p-4">
      <h3 className="font-bold">
        Under way since {clock(tray.start)}: ready {clock(tray.ready_low)} to {clock(tray.ready_high)}{" "}
        <Link to={`/hands/${state.batch.id}`} className="font-semibold text-cobalt underline">
          to Hands
        </Link>
      </h3>
      <FermentCurve tray={tray} now={now} height={220} />
      <Story tray={tray} />
      {(state.waiting.length > 0 || state.trouble) && (
        <p role="status" className="text-crust">
          {state.trouble ?? (state.line === "open" ? "Sending…" : "Your marks are kept here and sent later.")}
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => setPanel("risen")}>Risen by…</Button>
        <Button onClick={() => setPanel("cues")}>{stage === "sponge" ? "Torn…" : "Poked…"}</Button>
        <Button onClick={() => setPanel("move")}>Moved to…</Button>
        {stage === "rise" && <Button onClick={() => setPanel("dough")}>Dough is at…</Button>}
        <Button disabled={standing(state).length === 0} onClick={() => store.undo(1)}>
          Take the last back
        </Button>
      </div>
      <RisenBy open={panel === "risen"} onClose={close} onMark={(v) => mark("risen", v)} />
      <Cues stage={stage} open={panel === "cues"} onClose={close} onMark={mark} />
      <MovedTo
        open={panel === "move"}
        onClose={close}
        onRoom={(c) => mark("room_temperature", c)}
        onMove={(where, c) => {
          store.mark([{ kind: "moved", stage, where, ...(c !== null && { value: c }) }]);
          close();
        }}
      />
      <TypedReading
        title="The dough is at"
        note="Push the probe into its middle."
        kind="temperature"
        open={panel === "dough"}
        onClose={close}
        onMark={(v) => mark("dough_temperature", v)}
      />
    </section>
  );
}
