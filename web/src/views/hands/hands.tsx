import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { client, take, type BatchOut, type Outcome, type Sheet } from "../../api/client";
import { useScale, type Scale } from "../../api/scale";
import { countdown, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { useNow } from "../../lib/use-now";
import { FermentCurve, Story } from "../../trays/ferment";
import { CoreCurve } from "../../trays/heat";
import { HeatInstruments } from "../../trays/heat-instruments";
import { heldBack, Mixing } from "../../trays/mixing";
import { CutAndWeigh, TypeIt } from "../../trays/portioning";
import { ClosingSteps } from "../../trays/wrap";
import { LateOrEarly } from "../../trays/options";
import { Button } from "../../ui/button";
import { Notice, Warning } from "../../ui/facts";
import { Panel } from "../../ui/panel";
import { batchesQuery, batchQuery } from "../queries";
import { ring, stayAwake } from "./alarm";
import { HowWasIt } from "./outcome";
import { ended, pieceMark, RunStore, standing, unsentPieces } from "../../stores/outbox";
import { runServer } from "../../stores/run-server";
import { Cues, MovedTo } from "../marks/cues";
import { RisenBy, TypedReading } from "../marks/readings";
import { dueAt, fermenting, nextWords, stagesOf, stepOf, type HandsStep, type Stage } from "../marks/steps";

export function Hands() {
  const id = Number(useParams().id);
  const batch = useQuery({ ...batchQuery(id), enabled: Number.isInteger(id), staleTime: Infinity });
  if (batch.isError || !Number.isInteger(id))
    return (
      <Notice title="This batch cannot be opened" text={batch.error?.message ?? "This address names no batch."}>
        <Button onClick={() => void batch.refetch()}>Try again</Button>
        <Link to="/notebook" className="self-center font-semibold text-cobalt underline">
          To the notebook
        </Link>
      </Notice>
    );
  if (!batch.data) return <Notice title="Opening the batch…" />;
  return <Run key={id} from={batch.data} />;
}

type PanelName = "cues" | "move" | "late" | "risen" | "dough" | "probe" | "weight" | "water" | "filling" | "oven";

/** Rings once when the countdown passes zero, and again for each new step. */
function useAlarm(due: number | null, now: number) {
  const rung = useRef<number | null>(null);
  useEffect(() => {
    if (due === null || now < due || now - due > 120_000 || rung.current === due) return;
    rung.current = due;
    ring();
  }, [due, now]);
}

function Run({ from }: { from: BatchOut }) {
  const [store] = useState(() => new RunStore(from, runServer));
  const state = useSyncExternalStore(store.subscribe, store.read);
  const [panel, setPanel] = useState<PanelName | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const now = useNow(500);
  const u = useUnits();
  const navigate = useNavigate();
  const queries = useQueryClient();
  useEffect(() => store.open(), [store]);
  useEffect(stayAwake, []);

  const { batch } = state;
  // The newest sheet that could be worked: a mark that makes no sense must not blank the screen.
  const [kept, setKept] = useState<Sheet | null>(batch.live.sheet ?? batch.plan);
  if (batch.live.sheet && batch.live.sheet !== kept) setKept(batch.live.sheet);
  const sheet = kept;
  const endedAt = ended(state);
  const stages = sheet ? stagesOf(sheet) : [];
  const stage = stages.find((s) => !endedAt.has(s));
  const step = stage && sheet ? stepOf(stage, sheet, u) : null;
  const due = step && sheet && step.figure === null ? dueAt(step.stage, sheet, endedAt) : null;
  useAlarm(due, now);
  const scale = useScale(stage === "weigh" || stage === "divide");
  useEffect(() => {
    document.title = `${step?.name ?? "Done"} · ${batch.name}`;
  }, [step?.name, batch.name]);

  const finish = async (outcome: Outcome) => {
    try {
      await take(
        client.POST("/api/batches/{batch_id}/finish", {
          params: { path: { batch_id: batch.id } },
          body: { outcome, now: nowIso() },
        }),
      );
      await queries.invalidateQueries({ queryKey: batchesQuery.queryKey });
      await queries.invalidateQueries({ queryKey: ["batch", batch.id] });
      await navigate(`/notebook/${batch.id}`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
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
  const mark = (
    kind:
      | "risen"
      | "poke"
      | "tear"
      | "room_temperature"
      | "dough_temperature"
      | "probe"
      | "oven"
      | "dough_weight"
      | "water_left",
    on: Stage,
    value: number,
  ) => {
    store.mark([{ kind, stage: on, value }]);
    setPanel(null);
  };
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
        {(!state.reachable || state.waiting.length > 0) && (
          <p role="status" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold">
            {state.reachable
              ? "Sending…"
              : `Server out of reach: go on, ${state.waiting.length ? "your marks are kept here and sent later" : "the times below still count"}.`}
          </p>
        )}
        {state.trouble && (
          <p role="alert" className="mt-1 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold">
            {state.trouble}
          </p>
        )}
        {step ? (
          <StepView
            step={step}
            due={due}
            now={now}
            sheet={sheet}
            endedAt={endedAt}
            onDone={done}
            scale={scale}
            cutting={
              <CutAndWeigh
                sheet={sheet}
                scale={scale}
                unsent={unsentPieces(state)}
                large
                onPiece={(grams, number) => store.mark([pieceMark(grams, number)])}
              />
            }
            extras={
              <Extras
                stage={step.stage}
                grows={fermenting(step.stage, sheet) !== null}
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
            <HowWasIt onFinish={(o) => void finish(o)} trouble={trouble} />
            <Button className="mx-auto mt-3" onClick={undo}>
              Undo: not eaten yet
            </Button>
          </>
        )}
      </div>
      <RisenBy
        open={panel === "risen"}
        onClose={() => setPanel(null)}
        onMark={(v) => mark("risen", stage ?? "rise", v)}
      />
      <Cues
        stage={stage ?? "rise"}
        open={panel === "cues"}
        onClose={() => setPanel(null)}
        onMark={(kind, v) => mark(kind, stage ?? "rise", v)}
      />
      <MovedTo
        open={panel === "move"}
        onClose={() => setPanel(null)}
        onMove={(where, celsius) => {
          store.mark([{ kind: "moved", stage: stage ?? "rise", where, ...(celsius !== null && { value: celsius }) }]);
          setPanel(null);
        }}
        onRoom={(celsius) => mark("room_temperature", stage ?? "rise", celsius)}
      />
      <Panel title="Late or early" open={panel === "late"} onClose={() => setPanel(null)}>
        <LateOrEarly
          large
          ask={(question) =>
            take(
              client.GET("/api/batches/{batch_id}/options", {
                params: { path: { batch_id: batch.id }, query: { now: nowIso(), ...question } },
              }),
            )
          }
          onTake={(o) => {
            if (o.move) store.mark([{ kind: "moved", stage: "rise", where: o.move }]);
            setPanel(null);
          }}
        />
      </Panel>
      <TypedReading
        title="The dough is at"
        note="Push the probe into its middle."
        kind="temperature"
        open={panel === "dough"}
        onClose={() => setPanel(null)}
        onMark={(v) => mark("dough_temperature", "rise", v)}
      />
      <TypedReading
        title="The probe says"
        note="In the middle of the thickest piece."
        kind="temperature"
        open={panel === "probe"}
        onClose={() => setPanel(null)}
        onMark={(v) => mark("probe", "heat", v)}
      />
      <TypedReading
        title="The oven is at"
        note="By a thermometer standing in it, not by its dial."
        kind="temperature"
        open={panel === "oven"}
        onClose={() => setPanel(null)}
        onMark={(v) => mark("oven", "heat", v)}
      />
      <Panel
        title={`The filling: ${sheet.groups.map((g) => u.mass(g.filling_g)).join(" + ")}`}
        note={`${sheet.groups.map((g) => `${u.mass(g.filling_each_g)} for each of ${g.pieces}`).join(", ")}. Have it cold before you wrap.`}
        open={panel === "filling"}
        onClose={() => setPanel(null)}
      >
        {sheet.groups.map((g, i) => (
          <section key={i} aria-label={u.text(g.name)} className={i ? "mt-4" : ""}>
            {sheet.groups.length > 1 && (
              <h3 className="text-lg font-bold">
                {u.text(g.name)}, for {g.pieces}
              </h3>
            )}
            <Amounts lines={g.filling} />
            {g.filled && (
              <div className="mt-2 text-lg">
                <TypeIt
                  label={sheet.groups.length > 1 ? `The ${u.text(g.name)} weighs` : "Made, it weighs"}
                  large
                  most={100_000}
                  onWeight={(grams) => {
                    store.mark([{ kind: "filling_weight", stage: "filling", value: grams, where: String(i + 1) }]);
                    setPanel(null);
                  }}
                />
                {g.filled.made_g !== null && (
                  <p className="mt-1">
                    {u.mass(g.filled.made_g ?? 0)} made:{" "}
                    {g.filled.short_g > 0
                      ? `${u.mass(g.filled.short_g)} short, ${u.mass((g.filled.made_g ?? 0) / g.pieces)} in each`
                      : `${u.mass(-g.filled.short_g)} more than is needed`}
                    .
                  </p>
                )}
              </div>
            )}
          </section>
        ))}
        <Button look="crust" className="mt-4 min-h-16 w-full text-xl" onClick={() => setPanel(null)}>
          Back to the dough
        </Button>
      </Panel>
      <TypedReading
        title="Water left over"
        note="What the dough did not need. Your flour is remembered by it."
        kind="mass"
        open={panel === "water"}
        onClose={() => setPanel(null)}
        onMark={(v) => mark("water_left", "weigh", v)}
      />
      <TypedReading
        title="The whole dough weighs"
        note="Turned out of its bowl."
        kind="mass"
        offered={scale?.settled && (scale.grams ?? 0) >= 10 ? scale.grams : null}
        open={panel === "weight"}
        onClose={() => setPanel(null)}
        onMark={(v) => mark("dough_weight", "divide", v)}
      />
    </main>
  );
}

interface StepProps {
  step: HandsStep;
  due: number | null;
  now: number;
  sheet: Sheet;
  endedAt: Map<string, number>;
  onDone: () => void;
  extras: React.ReactNode;
  scale: Scale | null;
  /** Dividing: the pieces as they are cut and weighed. */
  cutting: React.ReactNode;
}

/** The figure of a step, and its curve where it has one. */
function StepView({ step, due, now, sheet, endedAt, onDone, extras, scale, cutting }: StepProps) {
  const u = useUnits();
  const left = due === null ? 0 : (due - now) / 1000;
  const over = due !== null && left < 0;
  const heatFrom = endedAt.get("proof");
  const grows = fermenting(step.stage, sheet);
  return (
    <>
      <h1 className="mt-2 text-[1.9rem] leading-tight font-extrabold tab:text-[2.6rem]">{step.title}</h1>
      <p className="text-lg text-ink tab:text-xl">{step.under}</p>
      <div className="grid flex-1 items-center gap-x-10 tab:landscape:grid-cols-2">
        <div className="flex flex-col gap-3">
          <button
            type="button"
            onClick={onDone}
            aria-label={`${step.press}: press anywhere here`}
            className="w-full rounded-3xl py-3 text-center"
          >
            <span
              role="timer"
              className={`block text-[min(23vw,8.5rem)] leading-none font-extrabold tracking-tight ${over ? "text-crust" : "text-ink"}`}
            >
              {step.figure ?? countdown(left)}
            </span>
            <span className="mt-2 block text-lg text-ink tab:text-xl">
              {over && "time to look: "}
              {step.figureNote}
            </span>
          </button>
          {step.cautions
            .filter((c) => c.urgent)
            .map((c) => (
              <Warning key={c.code} title={u.text(c.title)} text={u.text(c.text)} urgent large />
            ))}
        </div>
        <div className="flex flex-col gap-3">
          {grows && <FermentCurve tray={grows} now={now} large width={460} height={250} />}
          {grows && <Story tray={grows} large />}
          {step.stage === "heat" && <HeatInstruments heat={sheet.heat} large />}
          {step.stage === "heat" && (
            <CoreCurve
              heat={sheet.heat}
              minute={heatFrom ? (now - heatFrom) / 60_000 : null}
              large
              width={460}
              height={250}
            />
          )}
          {step.stage === "divide" && cutting}
          {step.stage === "wrap" &&
            sheet.groups
              .filter((g, i) => sheet.groups.findIndex((other) => other.wrap.closing === g.wrap.closing) === i)
              .map((g) => <ClosingSteps key={g.wrap.closing} group={g} large />)}
          {step.stage === "weigh" && (
            <>
              {sheet.weigh.hold_back_g >= 1 && (
                <p className="rounded-xl bg-inset px-4 py-2 text-lg">{heldBack(sheet, u)}</p>
              )}
              <Mixing order={sheet.weigh.order} large scale={scale} />
            </>
          )}
        </div>
      </div>
      <p className="mt-2 text-lg">{nextWords(step.stage, sheet, u)}</p>
      <Button look="solid" className="mt-3 min-h-24 w-full !rounded-3xl text-[1.9rem]" onClick={onDone}>
        {step.press}
      </Button>
      {extras}
      {step.cautions
        .filter((c) => !c.urgent)
        .map((c) => (
          <div key={c.code} className="mt-3">
            <Warning title={u.text(c.title)} text={u.text(c.text)} large />
          </div>
        ))}
    </>
  );
}

function Amounts({ lines }: { lines: Sheet["weigh"]["dough"] }) {
  const u = useUnits();
  return (
    <ul className="text-xl tab:text-2xl">
      {lines.map((l, i) => (
        <li key={`${l.key}-${i}`} className="flex justify-between border-b-2 border-inset py-1">
          {u.text(l.name)}
          <strong>{u.mass(l.shown_g)}</strong>
        </li>
      ))}
    </ul>
  );
}

interface ExtrasProps {
  stage: Stage;
  grows: boolean;
  marked: boolean;
  water: boolean;
  press: string;
  onOpen: (panel: PanelName) => void;
  method: string;
  onUndo: () => void;
  onSkip: () => void;
  onLid: () => void;
}

/** Other things to say at this step, each large enough for a knuckle. */
function Extras(p: ExtrasProps) {
  const big = "min-h-14 flex-1 !px-2";
  return (
    <div className="mt-3 flex flex-wrap gap-2">
      {p.grows && (
        <Button className={big} onClick={() => p.onOpen("risen")}>
          Risen by…
        </Button>
      )}
      {p.grows && (
        <Button className={big} onClick={() => p.onOpen("cues")}>
          {p.stage === "sponge" ? "Torn…" : "Poked…"}
        </Button>
      )}
      {p.grows && (
        <Button className={big} onClick={() => p.onOpen("move")}>
          Moved to…
        </Button>
      )}
      {p.grows && p.stage === "rise" && (
        <Button className={big} onClick={() => p.onOpen("late")}>
          Late or early…
        </Button>
      )}
      {p.stage === "weigh" && p.water && (
        <Button className={big} onClick={() => p.onOpen("water")}>
          Water left…
        </Button>
      )}
      {p.stage === "rise" && (
        <Button className={big} onClick={() => p.onOpen("dough")}>
          Dough is at…
        </Button>
      )}
      {["rise", "divide", "wrap"].includes(p.stage) && (
        <Button className={big} onClick={() => p.onOpen("filling")}>
          The filling…
        </Button>
      )}
      {p.stage === "rise" && (
        <Button className={big} onClick={p.onSkip}>
          Go on early
        </Button>
      )}
      {p.stage === "divide" && (
        <Button className={big} onClick={() => p.onOpen("weight")}>
          Dough weighs…
        </Button>
      )}
      {(p.stage === "heat" || p.stage === "rest") && (
        <Button className={big} onClick={() => p.onOpen("probe")}>
          Probe says…
        </Button>
      )}
      {p.stage === "heat" && p.method === "oven" && (
        <Button className={big} onClick={() => p.onOpen("oven")}>
          Oven is at…
        </Button>
      )}
      {(p.stage === "heat" || p.stage === "rest") && p.method !== "oven" && (
        <Button className={big} onClick={p.onLid}>
          Lid lifted
        </Button>
      )}
      <Button className={big} disabled={!p.marked} onClick={p.onUndo}>
        Undo
      </Button>
    </div>
  );
}
