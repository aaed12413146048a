import type { ReactNode } from "react";

import type { BakeEvent, Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { ClosingSteps } from "../../parts/closing-steps";
import { CoreCurve } from "../../parts/core-curve";
import { FermentCurve, Story } from "../../parts/ferment-curve";
import { HeatInstruments } from "../../parts/heat-instruments";
import { Mixing } from "../../parts/mixing";
import { fermenting, type Stage } from "../marks/steps";

interface Props {
  event: BakeEvent;
  stage: Stage;
  now: number;
  sheet: Sheet;
  scale: Scale | null;
  cutting: ReactNode;
}

/** What an event is done by: its curve, its order on the scale, its instruments, its drawings. */
export function Beside({ event, stage, now, sheet, scale, cutting }: Props) {
  // What is made beside the dough does not take its curve out of sight.
  const grows = fermenting(event.stage === "filling" ? stage : event.stage, sheet);
  const load = sheet.loads.find((l) => l.id === event.load);
  const heat = [sheet.heat, ...sheet.more_heats][(load?.heat ?? 1) - 1] ?? sheet.heat;
  const closings = sheet.groups.filter(
    (g, i) => sheet.groups.findIndex((other) => other.wrap.closing === g.wrap.closing) === i,
  );
  switch (event.tray) {
    case "weigh":
      return event.stage === "sponge" && event.kind === "ripen" && grows ? (
        <Grown tray={grows} now={now} />
      ) : (
        <Mixing order={sheet.weigh.order} large scale={scale} />
      );
    case "rise":
    case "filling":
    case "proof":
      return grows && <Grown tray={grows} now={now} />;
    case "divide":
      return cutting;
    case "wrap":
      return closings.map((g) => <ClosingSteps key={g.wrap.closing} group={g} large />);
    case "heat":
      return (
        event.stage === "heat" &&
        event.kind !== "into" &&
        event.kind !== "light" && (
          <>
            <HeatInstruments heat={heat} large />
            <CoreCurve
              heat={heat}
              minute={load?.began ? (now - Date.parse(load.into)) / 60_000 : null}
              large
              width={460}
              height={250}
            />
          </>
        )
      );
  }
  return null;
}

function Grown({ tray, now }: { tray: NonNullable<ReturnType<typeof fermenting>>; now: number }) {
  return (
    <>
      <FermentCurve tray={tray} now={now} large width={460} height={250} />
      <Story tray={tray} large />
    </>
  );
}
