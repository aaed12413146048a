import { lazy, useState } from "react";

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
import { useScale, type Scale } from "../../api/scale";
import { Guarded } from "../../lib/guarded";
import { DivideFacts, DividePicture, divideDrawers } from "../../trays/divide";
import { ProofFacts, proofDrawers, ProofPicture, RiseFacts, riseDrawers, RisePicture } from "../../trays/ferment";
import { HeatFacts, heatDrawers, HeatPicture } from "../../trays/heat";
import type { Question } from "../../parts/options";
import type { Editing } from "../../parts/quantity";
import { PastedRecipe } from "../../parts/recipe-says";
import type { By } from "../../parts/solve";
import { Templates } from "../../parts/templates";
import { WeighFacts, weighDrawers, WeighPicture } from "../../trays/weigh";
import { WrapFacts, wrapDrawers, WrapPicture } from "../../trays/wrap";
import { Drawers, type Drawer } from "../../ui/drawers";
import { TrayPanel, TrayRoot } from "../../ui/panel";
import { Beside } from "./beside";
import { RailOf } from "./rail-of";
import { useSwipe } from "./swipe";
import { isTray, TRAYS, type TrayKey } from "./tray-list";
import { TrayTabs } from "./tray-tabs";
import { UnderWay, Weighing } from "./under-way";

// Pulled out by a press: it need not be there before the plan is.
const TraySettings = lazy(async () => ({ default: (await import("../../trays/settings")).TraySettings }));
const LateOrEarly = lazy(async () => ({ default: (await import("../../parts/options")).LateOrEarly }));
const SolveWrapper = lazy(async () => ({ default: (await import("../../parts/solve")).SolveWrapper }));
const Recipe = lazy(async () => ({ default: (await import("../../trays/recipe")).Recipe }));
const answers = () => import("../../trays/heat-answers");
const Inside = lazy(async () => ({ default: (await answers()).Inside }));
const Ovens = lazy(async () => ({ default: (await answers()).Ovens }));
const AfterTheHeat = lazy(async () => ({ default: (await answers()).AfterTheHeat }));

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

const BESIDE = "Everything beside it goes on, and your edits are kept.";

/** What is kept while a cook looks round: an earlier forecast beside this one, and which pieces are looked at. */
interface Looking {
  other: RiseTray | null;
  onKeep: (tray: RiseTray | null) => void;
  group: number;
  onGroup: (group: number) => void;
}

function Facts({ sheet, tray, document, group }: Props & Looking) {
  if (tray === "weigh") return <WeighFacts sheet={sheet} />;
  if (tray === "rise") return <RiseFacts sheet={sheet} />;
  if (tray === "divide") return <DivideFacts sheet={sheet} by={document.divide_by ?? "scale"} />;
  if (tray === "wrap") return <WrapFacts sheet={sheet} group={group} />;
  return tray === "proof" ? <ProofFacts sheet={sheet} /> : <HeatFacts sheet={sheet} />;
}

function Picture({ sheet, tray, now, other, group, onGroup }: Props & Looking) {
  if (tray === "weigh") return <WeighPicture sheet={sheet} />;
  if (tray === "rise") return <RisePicture sheet={sheet} now={now} other={other} />;
  if (tray === "divide") return <DividePicture sheet={sheet} />;
  if (tray === "wrap") return <WrapPicture sheet={sheet} group={group} onGroup={onGroup} />;
  return tray === "proof" ? <ProofPicture sheet={sheet} now={now} /> : <HeatPicture sheet={sheet} />;
}

/** What lies behind the first glance of a tray, in the order it is wanted. */
function drawersOf(p: Props & Looking, scale: Scale | null): Drawer[] {
  const { sheet, tray, spots, bakeId, saved, document, edit, problems } = p;
  const settings = <TraySettings {...{ tray, sheet, spots, document, edit, problems }} />;
  if (tray === "weigh") return weighDrawers(sheet, { settings, scale, recipe: <TheRecipe {...p} /> });
  if (tray === "rise") {
    const options = <LateOrEarly ask={p.onAsk} onTake={p.onTake} />;
    return riseDrawers(sheet, { settings, now: p.now, compare: { other: p.other, onKeep: p.onKeep }, options });
  }
  if (tray === "divide")
    return divideDrawers(sheet, settings, <Weighing bakeId={bakeId} sheet={sheet} scale={scale} />);
  if (tray === "wrap")
    return wrapDrawers(sheet, {
      settings,
      solve: <SolveWrapper ask={p.onSolve} onTake={p.onSolved} groups={sheet.groups} />,
      templates: (group) => <Templates bakeId={bakeId} group={group} saved={saved} />,
    });
  if (tray === "proof") return proofDrawers(sheet, settings);
  return heatDrawers(sheet, settings, heatAnswers(p));
}

function heatAnswers({ sheet, onHeat, onKeeping, onSolved, bakeId, saved }: Props): Drawer[] {
  const inside = <Inside sheet={sheet} ask={onHeat} />;
  const ovens = <Ovens sheet={sheet} ask={onHeat} onTake={onSolved} />;
  const after = <AfterTheHeat sheet={sheet} askKeeping={onKeeping} bakeId={bakeId} saved={saved} />;
  const bakes = [sheet.heat, ...sheet.more_heats].some((h) => h.method === "oven");
  return [
    { key: "inside", name: "See inside", content: inside },
    ...(bakes ? [{ key: "ovens", name: "Which oven would do", content: ovens }] : []),
    { key: "after", name: "Afterwards", content: after },
  ];
}

function TheRecipe({ pantry, sheet, document, edit, problems }: Props) {
  return (
    <>
      <Recipe pantry={pantry} swaps={sheet.weigh.swaps} {...{ document, edit, problems }} />
      {document.recipe && <PastedRecipe recipe={document.recipe} />}
    </>
  );
}

/** The clock of the bake, its trays, and the open tray filling the bench. */
export function RailAndTrays(props: Props) {
  const { sheet, tray, now, stale, answer, onOpen, bakeId } = props;
  const [other, onKeep] = useState<RiseTray | null>(null);
  const [chosen, onGroup] = useState(0);
  const group = Math.min(chosen, sheet.groups.length - 1);
  const scale = useScale(tray === "weigh" || tray === "divide");
  const p = { ...props, other, onKeep, group, onGroup };
  const at = TRAYS.findIndex((t) => t.key === tray);
  const swipe = useSwipe((by) => {
    const next = TRAYS[at + by];
    if (next) onOpen(next.key);
  });
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
      <TrayTabs sheet={sheet} />
      <TrayPanel
        value={tray}
        tabIndex={-1}
        className="enamel flex flex-col gap-y-3.5 p-4 tab:relative tab:py-3 tab:mt-[14px]"
        {...swipe}
      >
        <div className="tray">
          <section aria-label="What to do" className="[grid-area:do]">
            <Guarded what="What to do here" note={BESIDE} retryWith={[sheet, tray]}>
              <Facts {...p} />
            </Guarded>
          </section>
          <section aria-label="What you will see" className="min-w-0 [grid-area:see]">
            <Guarded what="This tray" note={BESIDE} retryWith={[sheet, tray]}>
              <Picture {...p} />
            </Guarded>
          </section>
          <div className="flex flex-col gap-2.5 [grid-area:beside] wide:border-l-2 wide:border-rim wide:pl-5">
            <Beside {...props} />
          </div>
        </div>
        {(tray === "rise" || tray === "proof") && <UnderWay bakeId={bakeId} now={now} />}
        <Drawers of={tray} drawers={drawersOf(p, scale)} note={BESIDE} retryWith={[sheet, tray]} />
      </TrayPanel>
    </TrayRoot>
  );
}
