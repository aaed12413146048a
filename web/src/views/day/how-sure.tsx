import type { Day, DayPlan } from "../../api/client";
import { useUnits } from "../../lib/settings";
import type { DayHandle } from "./use-day";
import { fits, WaysOut } from "./ways";

/** How often such a day is on time, who waits, and how near the plan is to the best there can be. */
export function HowSure({ day, plan, handle }: { day: Day; plan: DayPlan; handle: DayHandle }) {
  const u = useUnits();
  const slack = plan.dishes.filter((d) => d.slack.length > 0);
  return (
    <>
      <p>{u.text(plan.says)}</p>
      <p className="text-muted">{onPaper(plan)}</p>
      {fits(day) && <WaysOut day={day} handle={handle} />}
      {slack.length > 0 && (
        <>
          <h4 className="mt-3 font-bold">Slack, beyond what is likely</h4>
          <ul>
            {slack.map((d) => (
              <li key={d.at}>
                {d.name}: {u.text(d.slack)}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function onPaper(plan: DayPlan): string {
  const { proven, gap, on_paper: onTime, over_on_paper: over } = plan;
  const best = proven ? "The best plan on paper (proven)" : gap === null ? "" : bestOnPaper(gap);
  if (!best) return "The first plan that fits.";
  if (onTime === null || over === null) return `${best} is this one.`;
  const holds = `on time in ${tenths(onTime)} of 10, with something past its best in ${tenths(over)}`;
  return `${best} would be ${holds}; this one, which holds better, in ${tenths(plan.on_time)} and ${tenths(plan.over)}.`;
}

const tenths = (share: number) => Math.round(10 * share);

const bestOnPaper = (gap: number) => `The best plan found on paper (none is better by more than ${percent(gap)} %)`;

const percent = (share: number) => Math.max(1, Math.round(100 * share));
