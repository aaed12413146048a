import { useEffect, useRef, useState } from "react";
import { Link, useLocation } from "react-router";

import type { BakeEvent } from "../../api/client";
import { clockFrom, duration } from "../../lib/clock";
import { calls, dueAt, isReminder } from "../../stores/events";
import { keep, kept } from "../../lib/kept";
import { useUnits } from "../../lib/settings";
import { useNow } from "../../lib/use-now";
import type { BatchRef } from "../../stores/posted";
import { Button } from "../../ui/button";
import { ring, say } from "./ring";
import { useFollowing, useRunning } from "./running";

/** What is not acknowledged is rung again so often, ms. */
const AGAIN = 30_000;
const MOST_HEARD = 60;

interface Call {
  key: string;
  ref: BatchRef;
  name: string;
  event: BakeEvent;
}

/**
 * Calls that were heard, and when, kept in this browser: one that was acknowledged rings on no view of it any more,
 * unless it falls due anew, later than that.
 */
function useHeard(): [Map<string, number>, (key: string, at: number) => void] {
  const [heard, setHeard] = useState(() => kept<[string, number][]>("heard-at", []));
  const hear = (key: string, at: number) => {
    const next = [...heard.filter(([other]) => other !== key), [key, at] as [string, number]].slice(-MOST_HEARD);
    setHeard(next);
    keep("heard-at", next);
  };
  return [new Map(heard), hear];
}

/** Ring for what calls first, and again until somebody says that it was heard; looks are no more than a reminder. */
function useRinging(first: Call | undefined, now: number, aloud: boolean, words: string) {
  const rung = useRef({ key: "", at: 0 });
  useEffect(() => {
    if (!first) return;
    const before = rung.current;
    const again = !isReminder(first.event) && now - before.at >= AGAIN;
    if (before.key === first.key && !again) return;
    rung.current = { key: first.key, at: now };
    ring();
    if (aloud) say(words);
  }, [first, now, aloud, words]);
}

/** One list of alarms for every batch under way, on whichever view is open. */
export function Alarms() {
  useFollowing();
  const now = useNow(1000);
  const u = useUnits();
  const [heard, hear] = useHeard();
  const [aloud, setAloud] = useState(() => kept("aloud", false));
  const { pathname } = useLocation();
  const calling: Call[] = useRunning()
    .flatMap(({ ref, name, begun, open, lastMark }) =>
      open
        .filter((event) => calls(open, event, now, lastMark))
        .map((event) => ({ key: `${ref} ${event.id}`, ref, name: begun ? `${name}, begun ${begun}` : name, event })),
    )
    .filter(({ key, event }) => (heard.get(key) ?? 0) < dueAt(event))
    .sort((a, b) => a.event.rank - b.event.rank || dueAt(a.event) - dueAt(b.event));
  const [first] = calling;
  const words = first ? `${first.name}: ${u.text(first.event.label)}` : "";
  useRinging(first, now, aloud, words);
  if (!first) return null;
  const late = (now - dueAt(first.event)) / 60_000;
  const here = pathname === `/hands/${first.ref}`;
  return (
    <section
      role="alert"
      aria-label="Calling"
      className="sticky top-0 z-20 flex flex-wrap items-center gap-x-4 gap-y-2 border-b-3 border-crust bg-warm px-4 py-2 tab:px-8"
    >
      <p className="min-w-52 flex-1 text-xl leading-tight font-extrabold">
        {u.text(first.event.label)}
        <span className="block text-base font-semibold">
          {first.name}, {first.event.when === "at" ? "" : `${first.event.when} `}
          {clockFrom(first.event.due)}
          {late >= 1 && `, ${duration(late)} ago`}
          {calling.length > 1 && `; ${calling.length - 1} more`}
        </span>
      </p>
      <span className="flex flex-wrap gap-2">
        {!here && (
          <Link
            to={`/hands/${first.ref}`}
            className="grid min-h-14 place-items-center rounded-xl bg-crust px-3 text-lg font-semibold text-oncrust tab:px-5"
          >
            Go there
          </Link>
        )}
        <Button className="min-h-14 !px-3 text-lg tab:!px-5" onClick={() => hear(first.key, now)}>
          I heard it
        </Button>
        <Button
          className="min-h-14 !px-3 tab:!px-5"
          aria-pressed={aloud}
          onClick={() => {
            keep("aloud", !aloud);
            setAloud(!aloud);
            // What was switched on is heard at once.
            if (!aloud) say(words);
          }}
        >
          {aloud ? "spoken too" : "not spoken"}
        </Button>
      </span>
    </section>
  );
}
