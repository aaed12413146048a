import { useQuery } from "@tanstack/react-query";
import { lazy, memo, useCallback, useState } from "react";

import type { Bake, PantryItem, RiseTray, Sheet, SpotOut } from "../../api/client";
import { useScale, type Scale } from "../../api/scale";
import { Guarded } from "../../lib/guarded";
import { DivideFacts, DividePicture, divideDrawers } from "../../trays/divide";
import { ProofFacts, proofDrawers, ProofPicture, RiseFacts, riseDrawers, RisePicture } from "../../trays/ferment";
import { fillingDrawers, FillingPicture, FillingTrayFacts } from "../../trays/filling";
import { HeatFacts, heatDrawers, HeatPicture } from "../../trays/heat";
import type { Editing } from "../../parts/quantity";
import { PastedRecipe } from "../../parts/recipe-says";
import { Templates } from "../../parts/templates";
import { WeighFacts, weighDrawers, WeighPicture } from "../../trays/weigh";
import { WrapFacts, wrapDrawers, WrapPicture } from "../../trays/wrap";
import { Drawers, type Drawer } from "../../ui/drawers";
import { TrayPanel, TrayRoot } from "../../ui/panel";
import { bakesQuery } from "../queries";
import { Beside } from "./beside";
import type { Doing } from "./doing";
import { RailOf } from "./rail-of";
import { useSwipe } from "./swipe";
import { isTray, TRAYS, type TrayKey } from "./tray-list";
import { TrayTabs } from "./tray-tabs";
import { UnderWay, Weighing } from "./under-way";

// Pulled out by a press: it need not be there before the plan is.
const TraySettings = lazy(async () => ({ default: (await import("../../trays/settings")).TraySettings }));
const FillingsInSteps = lazy(async () => ({ default: (await import("../../parts/own-steps")).FillingsInSteps }));
const TakeFrom = lazy(async () => ({ default: (await import("../../parts/take-from")).TakeFrom }));
const ToGetOut = lazy(async () => ({ default: (await import("../../parts/get-out")).ToGetOut }));
const LateOrEarly = lazy(async () => ({ default: (await import("../../parts/options")).LateOrEarly }));
const SolveWrapper = lazy(async () => ({ default: (await import("../../parts/solve")).SolveWrapper }));
const Recipe = lazy(async () => ({ default: (await import("../../trays/recipe")).Recipe }));
const answers = () => import("../../trays/heat-answers");
const Inside = lazy(async () => ({ default: (await answers()).Inside }));
const Ovens = lazy(async () => ({ default: (await answers()).Ovens }));
const AfterTheHeat = lazy(async () => ({ default: (await answers()).AfterTheHeat }));

interface Props extends Omit<Editing, "edit"> {
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
  does: Doing;
}

const BESIDE = "Everything beside it goes on, and your edits are kept.";

/** What is kept while a cook looks round: an earlier forecast beside this one, and which pieces are looked at. */
interface Looking {
  other: RiseTray | null;
  onKeep: (tray: RiseTray | null) => void;
  group: number;
  onGroup: (group: number) => void;
}

type Seen = Pick<Props & Looking, "sheet" | "tray" | "now" | "other" | "group" | "onGroup">;

// Each is painted again for what it shows alone: an edit of the words is in sight before its answer is.
const Facts = memo(
  ({ sheet, tray, by, group }: Pick<Seen, "sheet" | "tray" | "group"> & { by: NonNullable<Bake["divide_by"]> }) => {
    if (tray === "weigh") return <WeighFacts sheet={sheet} />;
    if (tray === "rise") return <RiseFacts sheet={sheet} />;
    if (tray === "filling") return <FillingTrayFacts sheet={sheet} />;
    if (tray === "divide") return <DivideFacts sheet={sheet} by={by} />;
    if (tray === "wrap") return <WrapFacts sheet={sheet} group={group} />;
    return tray === "proof" ? <ProofFacts sheet={sheet} /> : <HeatFacts sheet={sheet} />;
  },
);

const Picture = memo(({ sheet, tray, now, other, group, onGroup }: Seen) => {
  if (tray === "weigh") return <WeighPicture sheet={sheet} />;
  if (tray === "rise") return <RisePicture sheet={sheet} now={now} other={other} />;
  if (tray === "filling") return <FillingPicture sheet={sheet} />;
  if (tray === "divide") return <DividePicture sheet={sheet} />;
  if (tray === "wrap") return <WrapPicture sheet={sheet} group={group} onGroup={onGroup} />;
  return tray === "proof" ? <ProofPicture sheet={sheet} now={now} /> : <HeatPicture sheet={sheet} />;
});

/** What lies behind the first glance of a tray, in the order it is wanted. */
function drawersOf(p: Props & Looking, scale: Scale | null): Drawer[] {
  const { sheet, tray, spots, bakeId, document, problems, pantry, does } = p;
  const settings = <TraySettings {...{ tray, sheet, spots, document, problems, pantry }} edit={does.edit} />;
  if (tray === "weigh")
    return weighDrawers(sheet, {
      settings,
      scale,
      recipe: <TheRecipe key="recipe" {...p} />,
      getOut: <ToGetOut key="out" sheet={sheet} ask={does.onGetOut} onTake={does.onPut} />,
    });
  if (tray === "rise") {
    const options = <LateOrEarly ask={does.onAsk} onTake={does.onTake} />;
    return riseDrawers(sheet, { settings, now: p.now, compare: { other: p.other, onKeep: p.onKeep }, options });
  }
  if (tray === "filling")
    return fillingDrawers(
      sheet,
      <>
        {settings}
        <Lent {...p} part="filling" />
      </>,
      <FillingsInSteps {...{ document, problems, pantry }} edit={does.edit} />,
    );
  if (tray === "divide")
    return divideDrawers(sheet, settings, <Weighing bakeId={bakeId} sheet={sheet} scale={scale} />);
  if (tray === "wrap")
    return wrapDrawers(sheet, {
      settings,
      solve: <SolveWrapper ask={does.onSolve} onTake={does.onPut} groups={sheet.groups} />,
      templates: (group) => <Templates bakeId={bakeId} group={group} />,
    });
  if (tray === "proof") return proofDrawers(sheet, settings);
  return heatDrawers(sheet, settings, heatAnswers(p));
}

function heatAnswers({ sheet, does, bakeId }: Props): Drawer[] {
  const inside = <Inside sheet={sheet} ask={does.onHeat} />;
  const ovens = <Ovens sheet={sheet} ask={does.onHeat} onTake={does.onPut} />;
  const after = <AfterTheHeat sheet={sheet} askKeeping={does.onKeeping} bakeId={bakeId} />;
  const bakes = [sheet.heat, ...sheet.more_heats].some((h) => h.method === "oven");
  return [
    { key: "inside", name: "See inside", content: inside },
    ...(bakes ? [{ key: "ovens", name: "Which oven would do", content: ovens }] : []),
    { key: "after", name: "Afterwards", content: after },
  ];
}

/** What another bake can lend to this one. */
function Lent({ part, bakeId, document, problems, does }: Props & { part: "dough" | "filling" }) {
  const bakes = (useQuery(bakesQuery).data ?? []).filter((b) => b.id !== bakeId);
  return <TakeFrom {...{ part, document, problems }} edit={does.edit} lending={{ bakes, ask: does.onTakeFrom }} />;
}

function TheRecipe(p: Props) {
  const { pantry, sheet, document, does, problems } = p;
  return (
    <>
      <Lent {...p} part="dough" />
      <Recipe pantry={pantry} swaps={sheet.weigh.swaps} {...{ document, problems }} edit={does.edit} />
      {document.recipe && <PastedRecipe recipe={document.recipe} />}
    </>
  );
}

/** The clock of the bake, its trays, and the open tray filling the bench. */
export const RailAndTrays = memo((props: Props) => {
  const { sheet, tray, now, stale, answer, onOpen, bakeId, document, does } = props;
  const [other, onKeep] = useState<RiseTray | null>(null);
  const [chosen, onGroup] = useState(0);
  const group = Math.min(chosen, sheet.groups.length - 1);
  const scale = useScale(tray === "weigh" || tray === "divide");
  const p = { ...props, other, onKeep, group, onGroup };
  const openTray = useCallback((named: string) => isTray(named) && onOpen(named), [onOpen]);
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
        <RailOf sheet={sheet} tray={tray} now={now} onOpen={openTray} />
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
              <Facts {...{ sheet, tray, group }} by={document.divide_by ?? "scale"} />
            </Guarded>
          </section>
          <section aria-label="What you will see" className="min-w-0 [grid-area:see]">
            <Guarded what="This tray" note={BESIDE} retryWith={[sheet, tray]}>
              <Picture {...{ sheet, tray, now, other, group, onGroup }} />
            </Guarded>
          </section>
          <div className="flex flex-col gap-2.5 [grid-area:beside] wide:border-l-2 wide:border-rim wide:pl-5">
            <Beside sheet={sheet} tray={tray} onOpen={openTray} onAnswer={does.onAnswer} onTake={does.onPut} />
          </div>
        </div>
        {(tray === "rise" || tray === "proof") && <UnderWay bakeId={bakeId} now={now} />}
        <Drawers of={tray} drawers={drawersOf(p, scale)} note={BESIDE} retryWith={[sheet, tray]} />
      </TrayPanel>
    </TrayRoot>
  );
});
