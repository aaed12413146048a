import type { Bake, Problem } from "../api/client";
import { setAt } from "../lib/path";
import { read, shownNumber, unitOf, written, type Kind } from "../lib/quantity";
import { useSettings } from "../lib/settings";
import { Amount } from "../ui/amount";

export type Path = (string | number)[];
export type Edit = (document: Bake, preview?: boolean) => void;

/** What every control that changes the bake needs. */
export interface Editing {
  document: Bake;
  problems: Problem[];
  edit: Edit;
}

/** A word of a quiet sentence that can be changed. */
export const QUIET = "rounded border-b-2 border-cobalt font-bold text-cobalt";

const STEPS: Record<string, [number, number]> = {
  g: [1, 10],
  oz: [0.1, 0.5],
  C: [0.5, 2],
  F: [1, 5],
  mm: [5, 20],
  in: [0.25, 1],
};

/** A path as the server names the place of a problem: more_groups[0].filling_per_piece. */
export const whereOf = (path: Path): string =>
  path.reduce<string>((at, step) => (typeof step === "number" ? `${at}[${step}]` : at ? `${at}.${step}` : step), "");

/** One quantity of the sentence, tied to its place in the bake. */
export function Quantity(
  p: Editing & {
    label: string;
    kind: Kind;
    path: Path;
    text: string;
    follows?: number | null;
    also?: (d: Bake) => Bake;
  },
) {
  const { units } = useSettings();
  const value = p.follows ?? read(p.text, p.kind);
  const where = whereOf(p.path);
  const invalid = p.problems.some((problem) => problem.where === where);
  const unit = unitOf(p.kind, units);
  const [step, largeStep] = STEPS[unit] ?? [1, 10];
  const put = (typed: string, preview: boolean) => {
    const next = setAt(p.document, p.path, written(typed, p.kind, units));
    p.edit(p.also ? p.also(next) : next, preview);
  };
  return (
    <Amount
      label={p.label}
      shown={value === null ? p.text : shownNumber(value, p.kind, units)}
      {...(value === null ? {} : { unit: p.kind === "temperature" ? `°${unit}` : unit })}
      step={step}
      largeStep={largeStep}
      invalid={invalid}
      follows={p.follows != null}
      onCommit={(t) => put(t, false)}
      onPreview={(t) => put(t, true)}
    />
  );
}
