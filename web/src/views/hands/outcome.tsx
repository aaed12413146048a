import { useState } from "react";

import type { Outcome } from "../../api/client";
import { keep, kept } from "../../lib/kept";
import type { BatchRef } from "../../stores/posted";
import { Button } from "../../ui/button";
import { TROUBLES } from "../marks/troubles";

const VERDICTS = [
  ["good", "Good"],
  ["fair", "Fair"],
  ["poor", "Poor"],
] as const;

type Answer = Omit<Outcome, "verdict" | "note"> & { verdict: Outcome["verdict"] | null; note: string };

interface Props {
  batch: BatchRef;
  onFinish: (outcome: Outcome) => void;
  trouble: string | null;
}

/** The last question: how did they turn out? What is answered so far is kept here until it is in the notebook. */
export function HowWasIt({ batch, onFinish, trouble }: Props) {
  const [answer, setAnswer] = useState(() =>
    kept<Answer>(`outcome.${batch}`, { verdict: null, troubles: [], how_many: {}, note: "" }),
  );
  const { verdict, troubles, note } = answer;
  // An answer kept by an older page counts nothing.
  const howMany = answer.how_many ?? {};
  const put = (change: Partial<Answer>) => {
    const next = { ...answer, ...change };
    setAnswer(next);
    keep(`outcome.${batch}`, next);
  };
  const flip = (t: (typeof TROUBLES)[number][0]) =>
    put({ troubles: troubles.includes(t) ? troubles.filter((x) => x !== t) : [...troubles, t] });
  return (
    <div className="mx-auto w-full max-w-xl">
      <h1 className="text-[2.4rem] leading-tight font-extrabold">How did they turn out?</h1>
      <div role="group" aria-label="Verdict" className="mt-5 grid grid-cols-3 gap-3">
        {VERDICTS.map(([value, label]) => (
          <Button
            key={value}
            look={verdict === value ? "solid" : "rim"}
            aria-pressed={verdict === value}
            className="min-h-20 text-2xl"
            onClick={() => put({ verdict: value })}
          >
            {label}
          </Button>
        ))}
      </div>
      <div role="group" aria-label="What went wrong" className="mt-4 flex flex-wrap gap-2">
        {TROUBLES.map(([value, label]) => (
          <Button
            key={value}
            look={troubles.includes(value) ? "crust" : "rim"}
            aria-pressed={troubles.includes(value)}
            className="min-h-12"
            onClick={() => flip(value)}
          >
            {label}
          </Button>
        ))}
      </div>
      {troubles.length > 0 && (
        <HowMany troubles={troubles} counts={howMany} onCount={(how_many) => put({ how_many })} />
      )}
      <label className="mt-4 block font-semibold">
        A word for next time
        <textarea
          value={note}
          maxLength={2000}
          rows={3}
          onChange={(e) => put({ note: e.target.value })}
          className="mt-1 block w-full rounded-2xl border-2 border-cobalt bg-enamel p-3 text-lg"
        />
      </label>
      {trouble && (
        <p role="alert" className="mt-3 rounded-xl border-2 border-crust bg-warm p-3 font-semibold">
          {trouble}
        </p>
      )}
      <Button
        look="solid"
        className="mt-5 min-h-20 w-full text-2xl"
        disabled={verdict === null}
        onClick={() => verdict && onFinish({ verdict, troubles, note, how_many: counted(troubles, howMany) })}
      >
        {verdict === null ? "Choose one above" : "Into the notebook"}
      </Button>
    </div>
  );
}

type Counts = NonNullable<Outcome["how_many"]>;

/** Of what is said to have gone wrong, what was counted. */
const counted = (troubles: Outcome["troubles"], counts: Counts): Counts =>
  Object.fromEntries(Object.entries(counts).filter(([trouble]) => (troubles as string[]).includes(trouble)));

interface HowManyProps {
  troubles: Outcome["troubles"];
  counts: Counts;
  onCount: (counts: Counts) => void;
}

/** How many pieces had it, for whoever counts: nothing typed is all of them, or nobody knows. */
function HowMany({ troubles, counts, onCount }: HowManyProps) {
  const put = (trouble: string, typed: string) => {
    const value = Math.round(Number(typed));
    const others = Object.entries(counts).filter(([key]) => key !== trouble);
    onCount(Object.fromEntries(value >= 1 && value <= 200 ? [...others, [trouble, value]] : others));
  };
  return (
    <fieldset className="mt-3 flex flex-wrap gap-x-5 gap-y-2">
      <legend className="font-semibold">How many of them, if you counted</legend>
      {TROUBLES.filter(([key]) => troubles.includes(key)).map(([key, label]) => (
        <label key={key} className="flex items-center gap-2">
          {label}
          <input
            inputMode="numeric"
            autoComplete="off"
            value={counts[key] ?? ""}
            onChange={(e) => put(key, e.target.value)}
            className="w-14 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right"
          />
        </label>
      ))}
    </fieldset>
  );
}
