import { boxOf, path, type Box, type Points } from "./outline";
import { drawn } from "../lib/guarded";

interface Patch {
  kind: string;
  points: Points;
}

export interface DrawnStep {
  patches: Patch[];
}

/** The box that holds every step, so that all are drawn at one scale. */
export const boxOfSteps = (steps: DrawnStep[]): Box => boxOf(steps.flatMap((s) => s.patches.map((p) => p.points)));

const FILLS: Record<string, string> = {
  dough: "var(--dough)",
  over: "var(--fold)",
  filling: "var(--filling)",
  hole: "var(--enamel)",
};

/** One step of a closing seen from above: dough, what is folded over it, filling. */
export const ClosingStep = drawn(function ClosingStep({
  step,
  box,
  title,
}: {
  step: DrawnStep;
  box: Box;
  title: string;
}) {
  const wide = box.right - box.left;
  const high = box.bottom - box.top;
  const side = Math.max(wide, high) * 1.06;
  const line = side / 110;
  return (
    <svg
      viewBox={`${(box.left + box.right - side) / 2} ${(box.top + box.bottom - side) / 2} ${side} ${side}`}
      role="img"
      aria-label={title}
      className="h-auto w-full"
    >
      {step.patches.map((p, i) =>
        p.kind === "line" ? (
          <path
            key={i}
            d={path(p.points, false)}
            fill="none"
            stroke="var(--crust)"
            strokeWidth={line}
            strokeLinecap="round"
            opacity={0.8}
          />
        ) : (
          <path
            key={i}
            d={path(p.points, true)}
            fill={FILLS[p.kind] ?? "none"}
            stroke={p.kind === "filling" ? "none" : "var(--doughline)"}
            strokeWidth={line}
            strokeLinejoin="round"
          />
        ),
      )}
    </svg>
  );
});
