import { lazy, Suspense, useState } from "react";
import { ErrorBoundary } from "react-error-boundary";

import type {
  Answer,
  Doubt,
  HeatAnswers,
  Kept,
  Option,
  OptionsReply,
  PantryItem,
  RiseTray,
  Sheet,
  Solved,
  SpotOut,
} from "../../api/client";
import { useScale } from "../../api/scale";
import { clock, duration } from "../../lib/clock";
import { Guarded } from "../../lib/guarded";
import { useUnits } from "../../lib/settings";
import { DivideFacts, DividePlates, useCuts } from "../../trays/divide";
import { ProofFacts, ProofPlates, RiseFacts, RisePlates } from "../../trays/ferment";
import { HeatFacts, HeatPlates } from "../../trays/heat";
import { LateOrEarly, type Question } from "../../parts/options";
import type { Editing } from "../../parts/quantity";
import { TraySettings } from "../../trays/settings";
import { WeighFacts, WeighPlates } from "../../trays/weigh";
import { SolveWrapper, type By } from "../../parts/solve";
import { Templates } from "../../parts/templates";
import { useSize, WrapFacts, wrapMinutes, WrapPlates } from "../../trays/wrap";
import { Warning } from "../../ui/facts";
import { TrayList, TrayPanel, TrayRoot, TrayTab } from "../../ui/panel";
import { setAt } from "../../lib/path";
import { PastedRecipe, RecipeSays } from "../../parts/recipe-says";
import { Doubts } from "./doubts";
import { RailOf } from "./rail-of";
import { UnderWay, Weighing } from "./under-way";
import { isTray, TRAYS, type TrayKey } from "./tray-list";

// Asked for by a press further down the tray: it need not be there before the plan is.
const Recipe = lazy(async () => ({ default: (await import("../../trays/recipe")).Recipe }));
const HeatAnswersPlates = lazy(async () => ({ default: (await import("../../trays/heat-answers")).HeatAnswersPlates }));

interface Props extends Editing {
  sheet: Sheet;
  pantry: PantryItem[];
  spots: SpotOut[];
  bakeId: number;
  tray: TrayKey;
  now: number;
  stale: boolean;
  /** Number of the answer in sight, so that a repaint can be timed. */
  answer: number;
  onOpen: (tray: TrayKey) => void;
  onAnswer: (doubt: Doubt, answer: Answer) => void;
  onAsk: (question: Question) => Promise<OptionsReply>;
  onTake: (option: Option) => void;
  onSolve: (group: number, by: By, value: number) => Promise<Solved>;
  onSolved: (answer: Answer) => void;
  onHeat: (heat: number) => Promise<HeatAnswers>;
  onKeeping: () => Promise<Kept[]>;
  saved: boolean;
}

/** In a few words, what each tray holds; said one by one, so that a fault in one leaves the others. */
function useWords(sheet: Sheet): Record<TrayKey, () => string> {
  const u = useUnits();
  const cuts = useCuts();
  const size = useSize();
  const ready = (t: Sheet["rise"]) =>
    t.clock.length > 0
      ? t.clock.every((m) => m === 0)
        ? "none"
        : `by the clock, ${clock(t.ready)}`
      : t.forecast.ready
        ? `${clock(t.ready_low)} to ${clock(t.ready_high)}`
        : "not in sight";
  return {
    weigh: () => `${u.mass(sheet.weigh.flour_g)} flour, ${u.text(sheet.weigh.feels)}`,
    rise: () => (sheet.rise.rests ? "rests" : ready(sheet.rise)),
    divide: () => cuts(sheet.divide),
    wrap: () => `${sheet.groups[0] ? size(sheet.groups[0].wrap) : ""}, ${duration(wrapMinutes(sheet))}`,
    proof: () => (sheet.proof.rests ? "none" : ready(sheet.proof)),
    heat: () =>
      `${duration(sheet.heat.minutes_planned)}${sheet.heat.loads > 1 ? ` × ${sheet.heat.loads}` : ""} + ${sheet.heat.rest_min} rest`,
  };
}

const BESIDE = "Everything beside it goes on, and your edits are kept.";
const FACTS = {
  weigh: WeighFacts,
  rise: RiseFacts,
  divide: DivideFacts,
  wrap: WrapFacts,
  proof: ProofFacts,
  heat: HeatFacts,
};
const PLATES = {
  weigh: WeighPlates,
  rise: RisePlates,
  divide: DividePlates,
  wrap: WrapPlates,
  proof: ProofPlates,
  heat: HeatPlates,
};

const Word = ({ sheet, tray }: { sheet: Sheet; tray: TrayKey }) => useWords(sheet)[tray]();

function Tab({
  name,
  sheet,
  at,
  doubts,
  value,
}: {
  name: string;
  sheet: Sheet;
  at: string;
  doubts: number;
  value: TrayKey;
}) {
  return (
    <TrayTab
      value={value}
      className="group enamel flex min-w-0 flex-col items-stretch justify-start !rounded-2xl px-3 py-1 text-left text-ink data-[state=active]:bg-cobalt data-[state=active]:text-oncobalt tab:data-[state=active]:-mb-[26px] tab:data-[state=active]:pb-[26px]"
    >
      <span className="flex items-baseline justify-between gap-1 tab:max-wide:flex-col tab:max-wide:gap-0">
        <span className="text-[1.12rem] font-bold">
          {name}
          {doubts > 0 && (
            <span
              className="ml-1.5 rounded-full bg-crust px-1.5 text-sm font-bold text-oncrust"
              aria-label={`${doubts} to answer`}
            >
              {doubts}
            </span>
          )}
        </span>
        <span className="font-semibold">{at}</span>
      </span>
      <span className="block text-sm leading-tight text-muted wide:truncate group-data-[state=active]:text-oncobalt">
        <ErrorBoundary fallback={null} resetKeys={[sheet]}>
          <Word sheet={sheet} tray={value} />
        </ErrorBoundary>
      </span>
    </TrayTab>
  );
}

/** The clock of the bake, its trays, and the open tray filling the bench. */
export function RailAndTrays({
  sheet,
  tray,
  now,
  stale,
  answer,
  onOpen,
  onAnswer,
  onAsk,
  onTake,
  onSolve,
  onSolved,
  onHeat,
  onKeeping,
  saved,
  pantry,
  spots,
  bakeId,
  ...editing
}: Props) {
  const [other, setOther] = useState<RiseTray | null>(null);
  const u = useUnits();
  const scale = useScale(tray === "weigh" || tray === "divide");
  const Facts = FACTS[tray];
  const Plates = PLATES[tray];
  const here = sheet.doubts.filter((d) => d.tray === tray || d.tray === "day");
  const cautions = sheet.cautions.filter((c) => c.tray === tray);
  const weight = (key: string) => sheet.doubts.filter((d) => d.tray === key && d.severity !== "note").length;
  const start = (key: string) => clock(sheet.day.steps.find((s) => s.key === key)?.start ?? sheet.day.start);
  return (
    <TrayRoot
      value={tray}
      onValueChange={(next) => onOpen(next as TrayKey)}
      className={`mt-1 ${stale ? "opacity-60" : ""}`}
      data-worked={sheet.worked_at}
      data-edit={answer}
    >
      <Guarded what="The clock of the bake" note={BESIDE} retryWith={[sheet]}>
        <RailOf sheet={sheet} tray={tray} now={now} onOpen={(t) => isTray(t) && onOpen(t)} />
      </Guarded>
      <TrayList
        aria-label="Trays"
        className="mb-2 grid grid-cols-2 gap-2 min-[30rem]:grid-cols-3 tab:relative tab:z-10 tab:grid-cols-6 wide:gap-3"
      >
        {TRAYS.map((t) => (
          <Tab key={t.key} value={t.key} name={t.name} at={start(t.key)} sheet={sheet} doubts={weight(t.key)} />
        ))}
      </TrayList>
      <TrayPanel
        value={tray}
        tabIndex={-1}
        className="enamel tab:relative tab:mt-[14px] grid gap-x-7 gap-y-6 p-4 tab:p-5 wide:grid-cols-[17.5rem_minmax(0,1fr)_16.5rem]"
      >
        <section
          aria-label="What to do"
          className="tab:max-wide:grid tab:max-wide:grid-rows-[auto_1fr] tab:max-wide:grid-cols-2 tab:max-wide:gap-x-8 tab:max-wide:[&>dl]:row-span-2 tab:max-wide:[&>dl]:mt-0"
        >
          <Guarded what="What to do here" note={BESIDE} retryWith={[sheet, tray]}>
            <Facts sheet={sheet} by={editing.document.divide_by ?? "scale"} />
          </Guarded>
          <Guarded what="The settings of this tray" note={BESIDE} retryWith={[sheet, tray]}>
            <TraySettings tray={tray} sheet={sheet} spots={spots} {...editing} />
          </Guarded>
        </section>
        <section aria-label="What you will see" className="min-w-0">
          <Guarded what="This tray" note={BESIDE} retryWith={[sheet, tray]}>
            <Plates
              sheet={sheet}
              now={now}
              scale={scale}
              weighing={tray === "divide" && <Weighing bakeId={bakeId} sheet={sheet} scale={scale} />}
              solve={tray === "wrap" && <SolveWrapper ask={onSolve} onTake={onSolved} groups={sheet.groups} />}
              templates={(group) => <Templates bakeId={bakeId} group={group} saved={saved} />}
              answers={
                tray === "heat" && (
                  <Suspense>
                    <HeatAnswersPlates
                      sheet={sheet}
                      ask={onHeat}
                      askKeeping={onKeeping}
                      onTake={onSolved}
                      bakeId={bakeId}
                      saved={saved}
                    />
                  </Suspense>
                )
              }
              compare={{ other, onKeep: setOther }}
              options={tray === "rise" && !sheet.rise.rests && <LateOrEarly ask={onAsk} onTake={onTake} />}
            />
          </Guarded>
          {(tray === "rise" || tray === "proof") && <UnderWay bakeId={bakeId} now={now} />}
          {tray === "weigh" && (
            <Suspense>
              <Recipe pantry={pantry} swaps={sheet.weigh.swaps} {...editing} />
            </Suspense>
          )}
        </section>
        <div className="flex flex-col gap-3 wide:border-l-2 wide:border-rim wide:pl-5">
          {cautions
            .filter((c) => c.urgent)
            .map((c) => (
              <Warning key={c.code} title={u.text(c.title)} text={u.text(c.text)} urgent />
            ))}
          <Guarded what="What is doubtful here" note={BESIDE} retryWith={[sheet, tray]}>
            <Doubts
              doubts={here}
              elsewhere={sheet.doubts.filter((d) => !here.includes(d))}
              onOpen={(t) => isTray(t) && onOpen(t)}
              onAnswer={onAnswer}
            />
          </Guarded>
          <Guarded what="What the recipe says" note={BESIDE} retryWith={[sheet, tray]}>
            <RecipeSays
              stated={sheet.stated.filter((one) => one.tray === tray)}
              onTake={(chosen) =>
                editing.edit(
                  chosen.changes.reduce((doc, change) => setAt(doc, change.path, change.value), editing.document),
                )
              }
            />
            {tray === "weigh" && editing.document.recipe && <PastedRecipe recipe={editing.document.recipe} />}
          </Guarded>
          {cautions
            .filter((c) => !c.urgent)
            .map((c) => (
              <Warning key={c.code} title={u.text(c.title)} text={u.text(c.text)} />
            ))}
        </div>
      </TrayPanel>
    </TrayRoot>
  );
}
