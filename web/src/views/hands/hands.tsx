import { useQuery } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";

import { type BakeEvent, type BatchOut, type EventMark, type Outcome, type Sheet } from "../../api/client";
import { useScale } from "../../api/scale";
import {
  alongWith,
  dueAt,
  frontOf,
  goesInCold,
  isWait,
  loadsIn,
  marksOf,
  movedAfter,
  putsInUnlit,
  tooSoon,
} from "../../stores/events";
import { Guarded } from "../../lib/guarded";
import { drop } from "../../lib/kept";
import { useUnits } from "../../lib/settings";
import { useNow } from "../../lib/use-now";
import { CutAndWeigh } from "../../parts/portioning";
import { LineNotice } from "../../parts/sign-in";
import { useOutbox } from "../../stores/here";
import type { BatchRef } from "../../stores/posted";
import { ended, openOf, pieceMark, standing, stopOf, unsentPieces } from "../../stores/run";
import { runOf } from "../../stores/runs";
import { Button } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { ViewSkeleton } from "../../ui/skeleton";
import { beganAt, fermenting, stagesOf, toldNote } from "../marks/steps";
import { ClockNotice } from "../clock-notice";
import { bakeQuery, batchQuery, notShown } from "../queries";
import { NewerVersion } from "../newer-version";
import { RefusedNotice, WaitingHere } from "../waiting";
import { Already } from "./already";
import { stayAwake } from "../alarms/ring";
import { Extras } from "./extras";
import { HowWasIt } from "./outcome";
import { Panels, type PanelName } from "./panels";
import { PutAway } from "./put-away";
import { Strip } from "./strip";
import { meanwhile, useKeptReplies, useTold } from "./replies";
import { StepView } from "./step-view";
import { useKeptMishaps, WentWrong } from "./went-wrong";

export function Hands() {
  const ref = refOf(useParams().id ?? "");
  // What the server has not taken it cannot be asked for.
  const asks = useOutbox((state) => !state.waiting.some((p) => p.id === ref));
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
  if (!batch.data) return <ViewSkeleton what="Opening the batch…" shape="tray" />;
  return <Run key={ref} at={ref ?? 0} from={batch.data} />;
}

/** What an address names: a batch by its number, or by the start made here that the server may not have taken. */
function refOf(address: string): BatchRef | null {
  if (/^\d+$/.test(address)) return Number(address);
  return /^[0-9a-f-]{36}$/.test(address) ? address : null;
}

const FIRST_LOAD = "heat.1.1";
const GOES_ON = "Go on with the step: marks are still taken.";

function Run({ at, from }: { at: BatchRef; from: BatchOut }) {
  const [store] = useState(() => runOf(at, from));
  const state = useSyncExternalStore(store.subscribe, store.read);
  // The day leads straight to the red door.
  const [asked] = useSearchParams();
  const [panel, setPanel] = useState<PanelName | null>(asked.has("wrong") ? "wrong" : null);
  const [trouble, setTrouble] = useState<string | null>(null);
  /** Looked at out of its turn; null for whatever is in front. */
  const [chosen, setChosen] = useState<string | null>(null);
  const [asking, setAsking] = useState<BakeEvent | null>(null);
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
  useKeptReplies(state, sheet, stage);
  useKeptMishaps(state);
  const told = useTold(state, stage, sheet && stage ? beganAt(stage, sheet, endedAt) : null);
  const listed = openOf(state, sheet?.events ?? [], now);
  const ahead = listed.find((e) => e.id === chosen) ?? frontOf(listed, now);
  // The tables know of the first load's clock alone.
  const mine = ahead && isWait(ahead) && ahead.stage === stage && ["", FIRST_LOAD].includes(ahead.load);
  const toldHere = mine ? told : null;
  // What a look made of this stage moves what comes after it too.
  const open = ahead && toldHere ? movedAfter(listed, ahead, toldHere.end - dueAt(ahead)) : listed;
  const front = open.find((e) => e.id === ahead?.id);
  const scale = useScale(stage === "weigh" || stage === "divide");
  // What is in front begins at its own top, wherever the last was scrolled to.
  useEffect(() => void scrollTo(0, 0), [front?.id]);
  const name = front ? u.text(front.label) : "Done";
  useEffect(() => {
    document.title = `${name} · ${batch.name}`;
  }, [name, batch.name]);

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

  const stop = stopOf(state);
  if (stop)
    return (
      <PutAway batch={batch} at={stop.at} waits={state.waiting.length > 0} onTakeBack={() => store.takeBackStop()} />
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

  const record = (marks: EventMark[]) => {
    store.mark(marks);
    setChosen(null);
    setAsking(null);
  };
  const press = (event: BakeEvent, sure: EventMark[] | null = null) => {
    const asks = tooSoon(event, now) || putsInUnlit(open, event) || goesInCold(open, event, now);
    if (!sure && asks) setAsking(event);
    else record([...marksOf(open, event), ...(sure ?? [])]);
  };
  const grows = stage && sheet ? fermenting(stage, sheet) : null;
  const undo = () => {
    const all = standing(state);
    const last = all.at(-1);
    const together = all.filter((o) => last && o.at === last.at).length;
    store.undo(Math.max(1, together));
  };
  const marked = standing(state).length > 0;
  const sending = state.line === "open" && state.waiting.length > 0;

  return (
    <main className="min-h-dvh bg-cobalt p-1.5 tab:p-2">
      <div className="flex min-h-[calc(100dvh-0.75rem)] flex-col rounded-3xl bg-enamel px-5 py-4 tab:min-h-[calc(100dvh-1rem)] tab:px-10 tab:py-1.5">
        <div className="flex items-baseline justify-between gap-3 text-lg">
          <p className="min-w-0 truncate font-bold text-cobalt">{batch.name}</p>
          <p className="whitespace-nowrap text-ink">
            {/* In a place that is there anyway: under a floury finger nothing moves because a mark is on its way. */}
            <span role="status" className="font-semibold text-crust">
              {sending ? "Sending…" : ""}
            </span>
            {stage && !sending ? `${stages.indexOf(stage) + 1} of ${stages.length}` : ""}
            {/* At the top of every step: who needs it does not look for it. */}
            <button
              type="button"
              className="-my-2 ml-3 min-h-11 px-1 font-bold text-crust underline decoration-2 underline-offset-4"
              onClick={() => setPanel("wrong")}
            >
              trouble
            </button>
            <Link to={`/bench/${batch.bake_id}`} className="ml-3 font-semibold text-cobalt underline">
              leave
            </Link>
          </p>
        </div>
        <ClockNotice />
        <LineNotice
          line={state.line}
          meanwhile={meanwhile(state, toldHere !== null)}
          unkept={state.unkept}
          onSignedIn={store.again}
        >
          <WaitingHere />
        </LineNotice>
        <RefusedNotice />
        {state.trouble && (
          <p role="alert" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold">
            {state.trouble}
          </p>
        )}
        {front && stage ? (
          <StepView
            key={front.id}
            event={front}
            along={alongWith(open, front)}
            stage={stage}
            due={toldHere?.end ?? dueAt(front)}
            note={toldHere ? toldNote(toldHere) : ""}
            now={now}
            sheet={sheet}
            onPress={() => press(front)}
            onMarks={record}
            scale={scale}
            asking={
              asking &&
              open.some((e) => e.id === asking.id) && (
                <Already
                  event={asking}
                  cold={goesInCold(open, asking, now)}
                  unlit={putsInUnlit(open, asking)}
                  now={now}
                  onYes={(extra) => press(asking, extra ?? [])}
                  onNo={() => setAsking(null)}
                />
              )
            }
            strip={
              <Strip
                at={at}
                id={batch.id}
                open={open}
                front={front}
                now={now}
                onOpen={setChosen}
                back={chosen === null ? null : () => setChosen(null)}
              />
            }
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
                stage={stage}
                grows={grows !== null}
                choices={isWait(front) && front.stage === stage ? front.choices : []}
                water={sheet.weigh.dough.some((line) => line.key === "water")}
                marked={marked}
                onOpen={setPanel}
                onUndo={undo}
                onChoose={record}
                method={sheet.heat.method}
                onLid={() => store.mark([{ kind: "lid_lifted", stage }])}
              />
            }
          />
        ) : stage ? (
          <p className="mt-6 text-2xl">Working the plan anew…</p>
        ) : (
          <>
            <HowWasIt batch={at} onFinish={(o) => void finish(o)} trouble={trouble} />
            <Button className="mx-auto mt-3 min-h-14" onClick={undo}>
              Undo: not eaten yet
            </Button>
          </>
        )}
        <NewerVersion quiet={false} />
      </div>
      <Guarded what="A panel" note={GOES_ON} retryWith={[sheet, panel]}>
        <WentWrong
          state={state}
          store={store}
          stage={stage ?? "rest"}
          open={panel === "wrong"}
          onClose={() => setPanel(null)}
        />
        <Panels
          panel={panel}
          stage={stage ?? "rise"}
          batch={batch}
          sheet={sheet}
          store={store}
          scale={scale}
          loads={loadsIn(open)}
          onClose={() => setPanel(null)}
        />
      </Guarded>
    </main>
  );
}
