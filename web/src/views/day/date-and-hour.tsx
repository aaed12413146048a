import { useState } from "react";

import { clock } from "../../lib/clock";
import { asField } from "./as-field";

const AN_HOUR = /^([01]?\d|2[0-3])[:.]([0-5]\d)$/;

/** A date and an hour of it, in 24 hours whatever the browser speaks. What is no hour stays as typed, and is told. */
export function DateAndHour({ label, at, onChange }: { label: string; at: string; onChange: (at: Date) => void }) {
  const here = new Date(at);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const commit = () => {
    if (typed === null) return;
    const found = AN_HOUR.exec(typed.trim());
    setWrong(!found);
    if (!found) return;
    setTyped(null);
    const then = new Date(at);
    then.setHours(Number(found[1]), Number(found[2]), 0, 0);
    if (then.getTime() !== here.getTime()) onChange(then);
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-1.5">
      <input
        type="date"
        aria-label={`${label}, the date`}
        className="chip"
        value={asField(here).slice(0, 10)}
        onChange={(e) => e.target.value && onChange(new Date(`${e.target.value}T${clock(at)}`))}
      />
      <input
        aria-label={`${label}, the hour`}
        aria-invalid={wrong}
        inputMode="numeric"
        maxLength={5}
        className="chip w-20 text-center"
        value={typed ?? clock(at)}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === "Enter" && commit()}
      />
      {wrong && (
        <span role="alert" className="font-semibold text-crust">
          Write an hour such as 12:30; it stays at {clock(at)} until then.
        </span>
      )}
    </span>
  );
}
