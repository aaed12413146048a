import type { DayPlan } from "../../api/client";
import { useUnits } from "../../lib/settings";

/** Further than this from the best on paper it is not called near it, %. */
const MUCH = 25;

/** How often such a day is on time, who waits, and how near the plan is to the best there can be. */
export function HowSure({ plan }: { plan: DayPlan }) {
  const u = useUnits();
  return (
    <>
      <p>{u.text(plan.says)}</p>
      <p className="text-muted">{onPaper(plan)}</p>
    </>
  );
}

function onPaper({ proven, gap: share }: DayPlan): string {
  const gap = share === null ? null : Math.round(100 * share);
  if (proven) return "No plan is better: proven.";
  if (gap === null) return "The first plan that fits.";
  if (gap === 0) return "As good as any on paper, and it holds more often.";
  if (gap <= MUCH) return `Within ${gap} % of the best there can be on paper; chosen because it holds more often.`;
  return `On paper others may be better (none by more than ${gap} %); chosen because it holds more often.`;
}
