import type { Day, DayPlan } from "../../api/client";
import { clock, clockFrom } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Small } from "../../ui/button";
import type { Drawer } from "../../ui/drawers";
import { ByTheBowl, DayBefore, InIt, PutAway, TakeAlong, ToBuy } from "./around";
import { HandsAndOvens } from "./hands-and-ovens";
import { HowSure } from "./how-sure";
import { Legend } from "./legend";
import type { DayHandle } from "./use-day";
import { fits, WhatCollides } from "./ways";

/** What stands behind the picture of a day, in the order it is wanted. */
export function drawersOfDay(day: Day, plan: DayPlan, handle: DayHandle, onChoose: (at: number) => void): Drawer[] {
  const { around } = day;
  const counted = (name: string, many: number) => `${name}: ${many}`;
  return [
    {
      key: "table",
      name: counted("Table", plan.dishes.length),
      content: <Dishes day={day} plan={plan} handle={handle} onChoose={onChoose} />,
    },
    { key: "fit", name: fits(day) ? "What collided" : "Clashes", content: <WhatCollides day={day} handle={handle} /> },
    { key: "sure", name: "How sure", content: <HowSure day={day} plan={plan} handle={handle} /> },
    { key: "hands", name: "Who", content: <HandsAndOvens day={day} handle={handle} /> },
    ...(around
      ? [
          { key: "buy", name: counted("Buy", around.shopping.length), content: <ToBuy around={around} /> },
          { key: "weigh", name: counted("Weigh", around.weigh.length), content: <ByTheBowl around={around} /> },
          { key: "inside", name: counted("Allergens", around.allergens.length), content: <InIt around={around} /> },
        ]
      : []),
    ...(around?.before.length ? [{ key: "before", name: "Day before", content: <DayBefore around={around} /> }] : []),
    {
      key: "along",
      name: "Take along",
      content: (
        <div className="grid gap-3">
          <TakeAlong day={day} handle={handle} many={plan.dishes.length} />
          <PutAway handle={handle} />
        </div>
      ),
    },
    { key: "legend", name: "Colours", content: <Legend /> },
  ];
}

interface DishesProps {
  day: Day;
  plan: DayPlan;
  handle: DayHandle;
  onChoose: (at: number) => void;
}

/** Every bake in a line: when it begins, when it is on the table, how sure that is. */
function Dishes({ day, plan, handle, onChoose }: DishesProps) {
  const u = useUnits();
  const eat = Date.parse(plan.eat_at);
  return (
    <>
      <ul>
        {plan.dishes.map((d) => (
          <li key={d.at} className="border-t-2 border-inset first:border-t-0">
            <button
              type="button"
              className="grid w-full grid-cols-[minmax(0,1fr)_auto] gap-x-4 py-2 text-left hover:bg-inset"
              onClick={() => onChoose(d.at)}
            >
              <span className="truncate text-lg font-bold">
                {d.at + 1} {d.name}
              </span>
              <span className="text-right text-lg font-bold tabular-nums">{clockFrom(d.table, eat)}</span>
              <span className="text-muted">
                begins {clockFrom(d.begins, eat)}
                {d.batch ? ", under way" : d.pinned ? ", held" : ""}
                {d.serve === "hot" ? "" : d.serve === "reheat" ? "; heated again" : "; served cool"}
              </span>
              <span className="text-right text-muted">
                {clock(d.early)} to {clock(d.late)}
              </span>
              {d.says.length > 0 && <span className="col-span-2 font-semibold text-crust">{u.text(d.says)}</span>}
              {d.between.length > 0 && <span className="col-span-2">{u.text(d.between)}</span>}
            </button>
          </li>
        ))}
      </ul>
      {day.around && day.around.eats.length > 0 && (
        <p className="mt-2 text-muted">
          {u.text(day.around.eats)}{" "}
          <Small disabled={handle.saving} onClick={() => void handle.split()}>
            share it out anew
          </Small>
        </p>
      )}
    </>
  );
}
