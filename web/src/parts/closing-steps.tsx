import type { Sheet } from "../api/client";
import { boxOfSteps, ClosingStep } from "../drawings/closing-step";
import { useUnits } from "../lib/settings";
import { opening } from "../lib/words";

/** How to close it: each step drawn from the same outline that is rolled. Shared by Bench and Hands. */
export function ClosingSteps({ group, large = false }: { group: Sheet["groups"][number]; large?: boolean }) {
  const u = useUnits();
  const w = group.wrap;
  const box = boxOfSteps(w.steps);
  return (
    <section aria-label={`How to close a ${u.text(w.label)}`} className={large ? "text-lg" : ""}>
      <h3 className={`pb-1 font-bold ${large ? "text-xl" : "text-lg"}`}>
        {opening(u.text(w.label))}
        {!large && ", step by step"}
      </h3>
      <ol className={`grid gap-x-4 gap-y-2 ${w.steps.length > 3 ? "tab:grid-cols-4" : "tab:grid-cols-3"}`}>
        {w.steps.map((step, i) => (
          <li key={u.text(step.words)} className="flex items-center gap-3 tab:flex-col tab:items-stretch tab:gap-1">
            <div className="w-20 flex-none tab:mx-auto tab:w-full tab:max-w-44">
              <ClosingStep step={step} box={box} title={`Step ${i + 1}: ${u.text(step.words)}`} />
            </div>
            <p>
              <strong className="text-cobalt">{i + 1}</strong> {u.text(step.words)}
            </p>
          </li>
        ))}
      </ol>
    </section>
  );
}
