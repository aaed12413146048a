import type { Day, DayDocument } from "../../api/client";
import { setOpened } from "../../lib/use-opened";
import { useUnits } from "../../lib/settings";
import { Button, Small } from "../../ui/button";
import { drawerId } from "../../ui/drawers";
import type { DayHandle } from "./use-day";

/** Whether a bake of the day has something said against it. */
export const fits = (day: Day) => !day.plan?.dishes.some((d) => d.says.length > 0);

/** Open one of the day's drawers, and have it in sight. */
export function openDrawer(key: string) {
  setOpened(`day.${key}`, true);
  // It is drawn with the next frame.
  requestAnimationFrame(() => document.getElementById(drawerId("day", key))?.scrollIntoView({ block: "nearest" }));
}

/** What of the day does not fit, in a sentence; what would help is one press away. */
export function Unfit({ day }: { day: Day }) {
  const u = useUnits();
  const worst = day.plan?.dishes.find((d) => d.says.length > 0);
  if (!worst) return null;
  return (
    <section className="mt-2 rounded-xl border-2 border-crust bg-warm px-3.5 py-1.5" aria-label="It does not quite fit">
      <h2 className="inline font-bold">{worst.name}</h2>: {u.text(worst.says)}{" "}
      <Small onClick={() => openDrawer("fit")}>{day.ways.length ? `ways out: ${day.ways.length}` : "why"}</Small>
    </section>
  );
}

/** What collides where each bake is planned alone; and, where the day does not fit, each way out with its price. */
export function WhatCollides({ day, handle }: { day: Day; handle: DayHandle }) {
  const u = useUnits();
  return (
    <>
      {day.collisions.length === 0 && <p>Planned alone, no two of these collide.</p>}
      <ul className="list-disc pl-5">
        {day.collisions.slice(0, 3).map((c) => (
          <li key={`${c.first}.${c.second}`}>{u.text(c.says)}</li>
        ))}
        {day.collisions.length > 3 && <li>and {day.collisions.length - 3} more such pairs.</li>}
      </ul>
      {!fits(day) && <WaysOut day={day} handle={handle} />}
    </>
  );
}

/** Each thing that would help, with its price and what it leads to, one press away. */
export function WaysOut({ day, handle }: { day: Day; handle: DayHandle }) {
  const u = useUnits();
  if (day.ways.length === 0)
    return day.state === "done" || day.state === "stuck" ? null : (
      <p className="mt-2 text-muted">What would help is being tried out…</p>
    );
  return (
    <>
      <h4 className="mt-3 font-bold">{fits(day) ? "What would make it surer" : "What would help"}</h4>
      <ul className="mt-1 grid gap-2">
        {day.ways.map((way) => (
          <li key={way.key} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3">
            <span>
              <span className="font-semibold">{u.text(way.label)}</span>
              <span className="block text-muted">
                {u.text(way.price)}; {u.text(way.helps)}
              </span>
            </span>
            <Button disabled={handle.saving} onClick={() => void handle.save(way.day as DayDocument)}>
              Do that
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
