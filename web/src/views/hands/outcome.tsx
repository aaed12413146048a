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
    kept<Answer>(`outcome.${batch}`, { verdict: null, troubles: [], note: "" }),
  );
  const { verdict, troubles, note } = answer;
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
        onClick={() => verdict && onFinish({ verdict, troubles, note })}
      >
        {verdict === null ? "Choose one above" : "Into the notebook"}
      </Button>
    </div>
  );
}
