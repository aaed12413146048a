import { useState } from "react";

import type { Play } from "../api/client";
import { playStandIn, type Scale } from "../api/scale";
import { useUnits } from "../lib/settings";
import { Button, Small } from "../ui/button";

/** What the scale shows, in large figures; silent, it says so and nothing waits for it. */
export function ScaleShows({ scale, large = false }: { scale: Scale; large?: boolean }) {
  const u = useUnits();
  if (scale.grams === null)
    return (
      <p role="status" className="rounded-xl border-2 border-crust bg-warm px-3 py-1.5">
        <strong>The scale is silent.</strong> Type the weights; they count the same. It is looked for all the while.
      </p>
    );
  return (
    <p role="status" aria-label="The scale shows" className="flex items-baseline gap-3">
      <strong className={`${large ? "text-[3.4rem]" : "text-3xl"} leading-none font-extrabold text-cobalt`}>
        {u.mass(scale.grams)}
      </strong>
      <span className="text-muted">{scale.settled ? "on the scale" : "settling…"}</span>
    </p>
  );
}

const ACTS: { what: Play; label: string }[] = [
  { what: "take_off", label: "take off" },
  { what: "tare", label: "press tare" },
  { what: "plug_out", label: "pull its plug" },
  { what: "plug_in", label: "plug it in" },
];

/** The simulated scale played by hand: put on, take off, tare, pull its plug. */
export function PlayScale({ scale, suggest, large = false }: { scale: Scale; suggest: number; large?: boolean }) {
  const [grams, setGrams] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);
  const play = async (what: Play, amount: number | null = null) => {
    setTrouble(null);
    try {
      await playStandIn(scale.id, what, amount);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const putOn = () => {
    const amount = Number((grams || String(Math.round(suggest))).replace(",", "."));
    if (!Number.isFinite(amount) || amount <= 0) return setTrouble("Write what is put on in g, such as 62.");
    setGrams("");
    void play("put_on", amount);
  };
  return (
    <details className="rounded-xl border-2 border-dashed border-rim px-3 py-1.5">
      <summary className="min-h-7 cursor-pointer font-semibold text-muted">Play the simulated scale</summary>
      <form
        className="mt-1 flex flex-wrap items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          putOn();
        }}
      >
        <label className="flex items-center gap-1.5">
          <input
            aria-label="Put on the scale"
            inputMode="decimal"
            autoComplete="off"
            value={grams}
            placeholder={String(Math.round(suggest))}
            onChange={(e) => setGrams(e.target.value)}
            className={`w-20 rounded-lg border-2 border-cobalt bg-enamel px-2 text-right font-semibold ${large ? "h-12" : "py-1"}`}
          />
          g
        </label>
        <Button type="submit" className={large ? "min-h-12" : ""}>
          put on
        </Button>
        {ACTS.map(({ what, label }) => (
          <Small
            key={what}
            className={`px-1 font-semibold text-cobalt underline ${large ? "min-h-11" : "min-h-7"}`}
            onClick={() => void play(what)}
          >
            {label}
          </Small>
        ))}
      </form>
      {trouble && (
        <p role="alert" className="mt-1 font-semibold text-crust">
          {trouble}
        </p>
      )}
    </details>
  );
}
