import { useState } from "react";

import type { Outcome } from "../../api/client";
import { Button } from "../../ui/button";
import { TROUBLES } from "../marks/troubles";

const VERDICTS = [
  ["good", "Good"],
  ["fair", "Fair"],
  ["poor", "Poor"],
] as const;

/** The last question: how did they turn out? */
export function HowWasIt({ onFinish, trouble }: { onFinish: (outcome: Outcome) => void; trouble: string | null }) {
  const [verdict, setVerdict] = useState<Outcome["verdict"] | null>(null);
  const [troubles, setTroubles] = useState<Outcome["troubles"]>([]);
  const [note, setNote] = useState("");
  const flip = (t: (typeof TROUBLES)[number][0]) =>
    setTroubles((now) => (now.includes(t) ? now.filter((x) => x !== t) : [...now, t]));
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
            onClick={() => setVerdict(value)}
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
          onChange={(e) => setNote(e.target.value)}
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
