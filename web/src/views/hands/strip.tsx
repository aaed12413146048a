import { Link } from "react-router";

import type { BakeEvent } from "../../api/client";
import { clockFrom, countdown } from "../../lib/clock";
import { comingAfter, dueAt } from "../../stores/events";
import { useUnits } from "../../lib/settings";
import { usePhone } from "../../lib/use-narrow";
import type { BatchRef } from "../../stores/posted";
import { useOthersComing, type Coming } from "../alarms/running";

/** So many of this batch, and of so many others. */
const SHOWN = 3;
const WHEN: Record<BakeEvent["when"], string> = {
  at: "at",
  by: "by",
  "not before": "not before",
  "look from": "look from",
};

interface Props {
  at: BatchRef;
  /** The server's number of it, once it has one. */
  id: number;
  open: BakeEvent[];
  front: BakeEvent;
  now: number;
  onOpen: (id: string) => void;
  /** Back to what is in front, where something was looked at out of its turn. */
  back: (() => void) | null;
}

/** What comes next, over every batch under way, each with its own countdown: one press opens it. */
export function Strip({ at, id, open, front, now, onOpen, back }: Props) {
  const u = useUnits();
  const others = useOthersComing([at, id], now);
  const mine: Coming[] = comingAfter(open, front, now).map((event) => ({ ref: at, name: "", event }));
  const phone = usePhone();
  const soonest = (all: Coming[]) => all.sort((a, b) => dueAt(a.event) - dueAt(b.event));
  // Of each other batch what is due first: there the rest is a press away.
  const first = soonest(others).filter((one, at, all) => all.findIndex((other) => other.ref === one.ref) === at);
  const next = soonest(mine)
    .slice(0, phone ? SHOWN - 1 : SHOWN)
    .concat(first.slice(0, SHOWN));
  const look = "flex h-full min-h-14 w-full min-w-0 flex-col rounded-xl border-2 px-3 py-1.5 text-left";
  return (
    <section aria-label="Next" className="mt-3">
      {back && (
        <button type="button" onClick={back} className="mb-2 min-h-12 font-semibold text-cobalt underline">
          Back to what is due now
        </button>
      )}
      <ol className="grid grid-cols-2 gap-2 tab:grid-cols-3 wide:auto-cols-fr wide:grid-flow-col wide:grid-cols-none">
        {next.map(({ ref, name, event }) => {
          const left = (dueAt(event) - now) / 1000;
          const said = (
            <>
              <span className="flex flex-wrap items-baseline justify-between gap-x-2">
                <span className="text-xl font-extrabold tabular-nums">{left < 0 ? "now" : countdown(left)}</span>
                <span className="text-base whitespace-nowrap">
                  {WHEN[event.when]} {clockFrom(event.due)}
                </span>
              </span>
              <span className="text-base leading-tight font-semibold">{u.text(event.label)}</span>
              {name && <span className="truncate text-base leading-tight text-muted">{name}</span>}
            </>
          );
          const rim = left < 0 ? "border-crust bg-warm" : "border-rim bg-enamel";
          return (
            <li key={`${ref} ${event.id}`} className="min-w-0">
              {ref === at ? (
                <button type="button" className={`${look} ${rim}`} onClick={() => onOpen(event.id)}>
                  {said}
                </button>
              ) : (
                <Link to={`/hands/${ref}`} className={`${look} ${rim}`}>
                  {said}
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
