import type { ReactNode } from "react";

import type { Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { countdown } from "../../lib/clock";
import { Guarded } from "../../lib/guarded";
import { useUnits } from "../../lib/settings";
import { ClosingSteps } from "../../parts/closing-steps";
import { CoreCurve } from "../../parts/core-curve";
import { FermentCurve, Story } from "../../parts/ferment-curve";
import { HeatInstruments } from "../../parts/heat-instruments";
import { heldBack, Mixing } from "../../parts/mixing";
import { RecipeSays } from "../../parts/recipe-says";
import { Button } from "../../ui/button";
import { Warning } from "../../ui/facts";
import { fermenting, nextWords, type HandsStep } from "../marks/steps";

interface StepProps {
  step: HandsStep;
  due: number | null;
  now: number;
  sheet: Sheet;
  endedAt: Map<string, number>;
  onDone: () => void;
  extras: ReactNode;
  scale: Scale | null;
  /** When it ends by what was seen while the server is away; null where it knows of everything. */
  told: number | null;
  /** Dividing: the pieces as they are cut and weighed. */
  cutting: ReactNode;
}

/** The figure of a step, and its curve where it has one. */
export function StepView({ step, due, now, sheet, endedAt, onDone, extras, scale, told, cutting }: StepProps) {
  const u = useUnits();
  const left = due === null ? 0 : (due - now) / 1000;
  const over = due !== null && left < 0;
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
          <Guarded what="The drawing of this step" note="Go on: marks are still taken." retryWith={[sheet, step.stage]}>
            <Beside
              step={step}
              now={now}
              sheet={sheet}
              heatFrom={Math.max(endedAt.get("proof") ?? NaN, endedAt.get("wrap") ?? 0) || undefined}
              scale={scale}
              cutting={cutting}
            />
          </Guarded>
          {told !== null && <p className="text-lg text-muted">Drawn as it stood before what you saw.</p>}
        </div>
      </div>
      <p className="mt-2 text-lg">{nextWords(step.stage, sheet, u, told)}</p>
      {step.before && <p className="mt-2 text-xl font-bold">First: {step.before}</p>}
      <Button look="solid" className="mt-3 min-h-24 w-full !rounded-3xl text-[1.9rem]" onClick={onDone}>
        {step.press}
      </Button>
      {extras}
      <div className="mt-3">
        <RecipeSays stated={(sheet.stated ?? []).filter((one) => one.stage === step.stage)} large />
      </div>
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

type BesideProps = Pick<StepProps, "step" | "now" | "sheet" | "scale" | "cutting"> & { heatFrom: number | undefined };

/** What a step is done by: its curve, its order, its instruments. */
function Beside({ step, now, sheet, heatFrom, scale, cutting }: BesideProps) {
  const u = useUnits();
  const grows = fermenting(step.stage, sheet);
  return (
    <>
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
    </>
  );
}
