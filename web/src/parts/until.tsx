import type { ReactNode } from "react";

import type { Bake } from "../api/client";
import { setAt } from "../lib/path";
import { Choice } from "../ui/choice";
import { Minutes } from "./minutes";
import { QUIET, type Editing } from "./quantity";

type Stage = "rise" | "proof" | "sponge";

const NONE = "0 min";
const USUAL: Record<Stage, string> = { sponge: "180 min", rise: "60 min", proof: "20 min" };
const MOST_RESTS = 6;

/** How a stage ends: at its size (its children say which), by the clock, or at once. */
export function Until({ stage, children, ...e }: Editing & { stage: Stage; children: ReactNode }) {
  const clock = e.document[stage]?.clock ?? [];
  const put = (next: string[]): void => e.edit(setAt(e.document, [stage, "clock"], next) as Bake);
  const ends = clock.length === 0 ? "size" : clock.length === 1 && clock[0] === NONE ? "none" : "clock";
  const more = clock.length < MOST_RESTS && stage === "rise";
  return (
    <>
      <Choice
        label={`How the ${stage} ends`}
        value={ends}
        className={QUIET}
        onChoose={(next) => put({ size: [], none: [NONE], clock: [USUAL[stage]] }[next])}
        options={[
          { value: "size", label: "Until it has grown", note: "forecast, and looked at" },
          { value: "clock", label: "By the clock", note: "so many minutes, whatever its size" },
          ...(stage === "proof" ? [{ value: "none" as const, label: "No proof", note: "straight into the heat" }] : []),
        ]}
      />{" "}
      {ends === "size" && children}
      {ends === "clock" &&
        clock.map((text, i) => (
          <span key={i}>
            {i > 0 && ", fold, "}
            <Minutes {...e} label={`Rest ${i + 1} of the ${stage}`} path={[stage, "clock", i]} text={text} />
          </span>
        ))}
      {ends === "clock" && stage === "rise" && (
        <>
          {", "}
          <Choice
            label="Fold the dough"
            value=""
            className="rounded border-b-2 border-rim text-cobalt"
            onChoose={(next) => put(next === "more" ? [...clock, clock.at(-1) ?? "20 min"] : clock.slice(0, -1))}
            options={[
              ...(more ? [{ value: "more", label: "fold, and rest again" }] : []),
              ...(clock.length > 1 ? [{ value: "less", label: "one rest fewer" }] : []),
            ]}
          >
            and that is all
          </Choice>
        </>
      )}
      {ends !== "none" && ", "}
    </>
  );
}
