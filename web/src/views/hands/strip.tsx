import { Link } from "react-router";

import type { BakeEvent } from "../../api/client";
import { clockFrom, countdown } from "../../lib/clock";
import { comingAfter, dueAt, isReminder } from "../../stores/events";
import { useUnits } from "../../lib/settings";
import type { BatchRef } from "../../stores/posted";
import { useOthersComing, type Coming } from "../alarms/running";

const [SHOWN, SHOWN_OTHERS] = [2, 3]; // so many of this batch, and of so many others
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
  const mine: Coming[] = comingAfter(open, front, now).map((event) => ({ ref: at, name: "", begun: "", event }));
  // What is to be done comes before what is only looked at: from when on, the figure in front says.
  const acts = mine.filter(({ event }) => !isReminder(event));
  const soonest = (all: Coming[]) => all.sort((a, b) => dueAt(a.event) - dueAt(b.event));
  // Of each other batch what is due first: there the rest is a press away.
  const first = soonest(others).filter((one, at, all) => all.findIndex((other) => other.ref === one.ref) === at);
  const rim = (due: boolean) => (due ? "border-crust bg-warm" : "border-rim bg-enamel");
  const look = "flex h-full w-full min-w-0 rounded-xl border-2 px-3 text-left";
  return (
    <section aria-label="Next" className="mt-3">
      {back && (
        <button type="button" onClick={back} className="mb-2 min-h-12 font-semibold text-cobalt underline">
          Back to what is due now
        </button>
      )}
      <div className="grid gap-2 wide:grid-cols-2">
        <ol className="grid grid-cols-2 gap-2">
          {soonest(acts.length < SHOWN ? mine : acts)
            .slice(0, SHOWN)
            .map(({ event }) => (
              <li key={event.id} className="min-w-0">
                <button
                  type="button"
                  className={`${look} min-h-14 flex-col py-1.5 ${rim(dueAt(event) < now)}`}
                  onClick={() => onOpen(event.id)}
                >
                  <span className="flex flex-wrap items-baseline gap-x-3">
                    <Left ms={dueAt(event) - now} />
                    <span className="text-base whitespace-nowrap">
                      {WHEN[event.when]} {clockFrom(event.due)}
                    </span>
                  </span>
                  <span className="text-base leading-tight font-semibold">{u.text(event.label)}</span>
                </button>
              </li>
            ))}
        </ol>
        <ol className="grid auto-cols-fr grid-flow-col gap-2">
          {first.slice(0, SHOWN_OTHERS).map(({ ref, name, begun, event }) => (
            <li key={ref} className="min-w-0">
              <Link
                to={`/hands/${ref}`}
                className={`${look} min-h-12 flex-col justify-center py-1 ${rim(dueAt(event) < now)}`}
              >
                <Left ms={dueAt(event) - now} />
                {/* Where there is little room it is the name that is cut short, never the hour. */}
                <span className="flex gap-x-1.5 text-base leading-tight">
                  <span className="truncate">{name}</span>
                  {begun && (
                    <span className="shrink-0">
                      <span className="max-tab:sr-only">begun </span>
                      <b>{begun}</b>
                    </span>
                  )}
                </span>
                <span className="sr-only">{u.text(event.label)}</span>
              </Link>
            </li>
          ))}
        </ol>
      </div>
    </section>
  );
}

/** What is left of it, or that it is due. */
const Left = ({ ms }: { ms: number }) => (
  <span className="text-xl font-extrabold tabular-nums">{ms < 0 ? "now" : countdown(ms / 1000)}</span>
);
