import { useState } from "react";

import type { DayDocument } from "../../api/client";
import { clockFrom, nowIso } from "../../lib/clock";
import { Small } from "../../ui/button";
import { DateAndHour } from "./date-and-hour";

type Away = NonNullable<NonNullable<DayDocument["hands"]>[number]["away"]>;

/** As many spans as a day's file holds of one person. */
const MOST = 12;
const HALF_AN_HOUR = 30 * 60_000;

interface Props {
  who: string;
  away: Away;
  /** When another span begins unless it is changed, ms. */
  from: number;
  onAway: (away: Away) => void;
}

/** Hours somebody is not there: those that are set, and another. */
export function AwayHours({ who, away, from, onAway }: Props) {
  const [adding, setAdding] = useState<{ from: string; until: string } | null>(null);
  const open = () => setAdding({ from: nowIso(new Date(from)), until: nowIso(new Date(from + HALF_AN_HOUR)) });
  const backwards = adding !== null && Date.parse(adding.until) <= Date.parse(adding.from);
  const add = () => {
    if (!adding || backwards) return;
    onAway([...away, adding]);
    setAdding(null);
  };
  return (
    <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
      {away.map((a, i) => (
        <span key={a.from + a.until} className="text-muted">
          away {clockFrom(a.from)} to {clockFrom(a.until)}{" "}
          <Small onClick={() => onAway(away.filter((_, n) => n !== i))}>there after all</Small>
        </span>
      ))}
      {adding ? (
        <>
          <span className="inline-flex flex-wrap items-center gap-1.5">
            away from
            <DateAndHour
              label={`${who} away from`}
              at={adding.from}
              onChange={(at) => setAdding({ ...adding, from: nowIso(at) })}
            />
            to
            <DateAndHour
              label={`${who} back at`}
              at={adding.until}
              onChange={(at) => setAdding({ ...adding, until: nowIso(at) })}
            />
          </span>
          {backwards && (
            <span role="alert" className="font-semibold text-crust">
              They are back before they leave: change one of the two hours.
            </span>
          )}
          <Small onClick={add} disabled={backwards}>
            that is right
          </Small>
          <Small onClick={() => setAdding(null)}>never mind</Small>
        </>
      ) : (
        away.length < MOST && <Small onClick={open}>away from… to…</Small>
      )}
    </span>
  );
}
