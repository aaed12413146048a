import type { Day, DayDocument } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";
import type { DayHandle } from "./use-day";

/** What collides where each bake is planned alone; and, where the day does not fit, each way out with its price. */
export function WhatCollides({ day, handle }: { day: Day; handle: DayHandle }) {
  const u = useUnits();
  const trouble = day.plan?.dishes.some((d) => d.says.length > 0) ?? false;
  if (!day.collisions.length && !trouble) return null;
  return (
    <section className={`enamel p-4 ${trouble ? "border-crust" : ""}`} aria-label="What collides">
      <h2 className="text-xl font-bold">{trouble ? "It does not quite fit" : "Laid out so that nothing collides"}</h2>
      <ul className="mt-1 list-disc pl-5 text-muted">
        {day.collisions.slice(0, 3).map((c) => (
          <li key={`${c.first}.${c.second}`}>{u.text(c.says)}</li>
        ))}
        {day.collisions.length > 3 && <li>and {day.collisions.length - 3} more such pairs.</li>}
      </ul>
      {trouble && day.state !== "done" && <p className="mt-2 text-muted">What would help is being tried out…</p>}
      {day.ways.length > 0 && (
        <>
          <h3 className="mt-3 font-bold">What would help</h3>
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
      )}
    </section>
  );
}
