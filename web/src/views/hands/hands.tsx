import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { type BatchOut, type Outcome, type Sheet } from "../../api/client";
import { useScale } from "../../api/scale";
import { Guarded } from "../../lib/guarded";
import { drop } from "../../lib/kept";
import { useUnits } from "../../lib/settings";
import { useNow } from "../../lib/use-now";
import { CutAndWeigh } from "../../parts/portioning";
import { LineNotice } from "../../parts/sign-in";
import { outbox, useOutbox } from "../../stores/here";
import type { BatchRef } from "../../stores/posted";
import { ended, pieceMark, RunStore, standing, unsentPieces } from "../../stores/run";
import { runServer } from "../../stores/run-server";
import { Button } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { beganAt, dueAt, fermenting, stagesOf, stepOf, toldNote } from "../marks/steps";
import { ClockNotice } from "../clock-notice";
import { bakeQuery, batchQuery, notShown } from "../queries";
import { ring, stayAwake } from "./alarm";
import { Extras } from "./extras";
import { HowWasIt } from "./outcome";
import { Panels, type PanelName } from "./panels";
import { meanwhile, useKeptReplies, useTold } from "./replies";
import { StepView } from "./step-view";

export function Hands() {
  const ref = refOf(useParams().id ?? "");
  // What the server has not taken it cannot be asked for.
  const asks = !useOutbox().waiting.some((p) => p.id === ref);
  const batch = useQuery({ ...batchQuery(ref ?? 0), enabled: ref !== null && asks, staleTime: Infinity });
  const wrong = ref === null ? "This address names no batch." : notShown(batch);
  if (wrong)
    return (
      <Notice title="This batch cannot be opened" text={wrong}>
        <Button onClick={() => void batch.refetch()}>Try again</Button>
        <Link to="/notebook" className="self-center font-semibold text-cobalt underline">
          To the notebook
        </Link>
      </Notice>
    );
  if (!batch.data) return <Notice title="Opening the batch…" />;
  return <Run key={ref} at={ref ?? 0} from={batch.data} />;
}

/** What an address names: a batch by its number, or by the start made here that the server may not have taken. */
function refOf(address: string): BatchRef | null {
  if (/^\d+$/.test(address)) return Number(address);
  return /^[0-9a-f-]{36}$/.test(address) ? address : null;
}

const GOES_ON = "Go on with the step: marks are still taken.";

/** Rings once when the countdown passes zero, and again for each new step. */
function useAlarm(due: number | null, now: number) {
  const rung = useRef<number | null>(null);
  useEffect(() => {
    if (due === null || now < due || now - due > 120_000 || rung.current === due) return;
    rung.current = due;
    ring();
  }, [due, now]);
}

function Run({ at, from }: { at: BatchRef; from: BatchOut }) {
  const [store] = useState(() => new RunStore(at, from, outbox, runServer));
  const state = useSyncExternalStore(store.subscribe, store.read);
  const [panel, setPanel] = useState<PanelName | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const now = useNow(500);
  const u = useUnits();
  const navigate = useNavigate();
  useEffect(() => store.open(), [store]);
  useEffect(stayAwake, []);
  // Where “leave” leads is fetched while the server is there, for when it is not.
  useQuery(bakeQuery(from.bake_id));

  const { batch } = state;
  // The newest sheet that could be worked: a mark that makes no sense must not blank the screen.
  const [kept, setKept] = useState<Sheet | null>(batch.live.sheet ?? batch.plan);
  if (batch.live.sheet && batch.live.sheet !== kept) setKept(batch.live.sheet);
  const sheet = kept;
  const endedAt = ended(state);
  const stages = sheet ? stagesOf(sheet) : [];
  const stage = stages.find((s) => !endedAt.has(s));
  const step = stage && sheet ? stepOf(stage, sheet, u) : null;
  useKeptReplies(state, sheet, stage);
  const told = useTold(state, stage, sheet && stage ? beganAt(stage, sheet, endedAt) : null);
  const due = step && sheet && step.figure === null ? (told?.end ?? dueAt(step.stage, sheet, endedAt)) : null;
  useAlarm(due, now);
  const scale = useScale(stage === "weigh" || stage === "divide");
  useEffect(() => {
    document.title = `${step?.name ?? "Done"} · ${batch.name}`;
  }, [step?.name, batch.name]);

  const finish = async (outcome: Outcome) => {
    try {
      if (await store.finish(outcome)) await navigate(`/notebook/${batch.id}`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  useEffect(() => {
    if (batch.finished) drop(`outcome.${at}`);
  }, [batch.finished, at]);
  if (state.finishing && state.line !== "open")
    return (
      <Notice
        title="Done, and kept here"
        text="It goes into the notebook, with every mark made before it, as soon as the server answers."
      >
        <Link to="/bench" className="font-semibold text-cobalt underline">
          To the bench
        </Link>
      </Notice>
    );
  if (batch.finished)
    return (
      <Notice title="This batch is finished" text="It is in the notebook.">
        <Link to={`/notebook/${batch.id}`} className="font-semibold text-cobalt underline">
          Look back on it
        </Link>
      </Notice>
    );

  if (!sheet)
    return (
      <Notice
        title="This batch's plan cannot be worked any more"
        text={batch.live.problems
          .map((p) => p.message)
          .map(u.text)
          .join(" ")}
      />
    );

  const done = () => {
    if (!step) return;
    const seen = step.reachesSize === true && !sheet.rise.rests;
    store.mark([
      ...(seen ? [{ kind: "doubled" as const, stage: step.stage }] : []),
      { kind: "done", stage: step.stage },
    ]);
  };
  const grows = stage && sheet ? fermenting(stage, sheet) : null;
  const readyBefore =
    step?.reachesSize && grows?.forecast.ready && now > Date.parse(grows.ready_high)
      ? () =>
          store.mark([
            { kind: "was_ready", stage: step.stage },
            { kind: "done", stage: step.stage },
          ])
      : null;
  const undo = () => {
    const all = standing(state);
    const last = all.at(-1);
    const together = all.filter((o) => last && o.at === last.at).length;
    store.undo(Math.max(1, together));
  };
  const marked = standing(state).length > 0;

  return (
    <main className="min-h-dvh bg-cobalt p-1.5 tab:p-3">
      <div className="flex min-h-[calc(100dvh-0.75rem)] flex-col rounded-3xl bg-enamel px-5 py-4 tab:min-h-[calc(100dvh-1.5rem)] tab:px-10">
        <div className="flex items-baseline justify-between gap-3 text-lg">
          <p className="font-bold text-cobalt">{step ? step.name : "All done"}</p>
          <p className="text-ink">
            {stage ? `${stages.indexOf(stage) + 1} of ${stages.length}` : ""}
            <Link to={`/bench/${batch.bake_id}`} className="ml-4 font-semibold text-cobalt underline">
              leave
            </Link>
          </p>
        </div>
        <ClockNotice />
        <LineNotice
          line={state.line}
          meanwhile={meanwhile(state, told !== null)}
          unkept={state.unkept}
          onSignedIn={store.again}
        />
        {state.line === "open" && state.waiting.length > 0 && (
          <p role="status" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold">
            Sending…
          </p>
        )}
        {state.trouble && (
          <p role="alert" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold">
            {state.trouble}
          </p>
        )}
        {step ? (
          <StepView
            step={told ? { ...step, figureNote: toldNote(told) } : step}
            due={due}
            told={told?.end ?? null}
            now={now}
            sheet={sheet}
            endedAt={endedAt}
            onDone={done}
            scale={scale}
            cutting={
              <Guarded what="The cutting" note={GOES_ON} retryWith={[sheet]}>
                <CutAndWeigh
                  sheet={sheet}
                  scale={scale}
                  unsent={unsentPieces(state)}
                  large
                  onPiece={(grams, number) => store.mark([pieceMark(grams, number)])}
                />
              </Guarded>
            }
            extras={
              <Extras
                stage={step.stage}
                grows={grows !== null}
                onReadyBefore={readyBefore}
                water={sheet.weigh.dough.some((line) => line.key === "water")}
                marked={marked}
                onOpen={setPanel}
                onUndo={undo}
                onSkip={() => store.mark([{ kind: "done", stage: step.stage }])}
                press={step.press}
                method={sheet.heat.method}
                onLid={() => store.mark([{ kind: "lid_lifted", stage: step.stage }])}
              />
            }
          />
        ) : (
          <>
            <HowWasIt batch={at} onFinish={(o) => void finish(o)} trouble={trouble} />
            <Button className="mx-auto mt-3" onClick={undo}>
              Undo: not eaten yet
            </Button>
          </>
        )}
      </div>
      <Guarded what="A panel" note={GOES_ON} retryWith={[sheet, panel]}>
        <Panels
          panel={panel}
          stage={stage ?? "rise"}
          batch={batch}
          sheet={sheet}
          store={store}
          scale={scale}
          onClose={() => setPanel(null)}
        />
      </Guarded>
    </main>
  );
}
