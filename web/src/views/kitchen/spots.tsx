import { useState } from "react";

import type { Kitchen } from "../../api/client";
import { written } from "../../lib/quantity";
import { useSettings, useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";

type Own = NonNullable<Kitchen["document"]["spots"]>;
const FIELD = "rounded-lg border-2 border-cobalt bg-enamel px-2 py-1";

/** Warm and cold spots of this kitchen's own, to choose beside the usual ones. */
export function Spots({ spots, onKeep }: { spots: Own; onKeep: (spots: Own) => void }) {
  const { units } = useSettings();
  const u = useUnits();
  const [name, setName] = useState("");
  const [air, setAir] = useState("");
  const [cools, setCools] = useState("");
  const add = () => {
    if (!name.trim() || !air.trim()) return;
    onKeep([
      ...spots,
      {
        name: name.trim(),
        air: written(air, "temperature", units),
        ...(cools.trim() && { cools: `${cools.trim()} min` }),
      },
    ]);
    setName("");
    setAir("");
    setCools("");
  };
  return (
    <>
      <p className="text-muted">Beside bench, oven light, hot water and fridge.</p>
      <ul>
        {spots.map((s) => (
          <li key={s.name} className="flex items-center justify-between border-t-2 border-inset py-1">
            <span>
              {s.name}, <strong>{u.written(s.air, "temperature")}</strong>
              {s.cools && <span className="text-muted">, cooling within {s.cools}</span>}
            </span>
            <button
              type="button"
              aria-label={`Forget ${s.name}`}
              className="min-h-9 min-w-9 rounded-lg text-lg font-bold text-muted hover:text-crust"
              onClick={() => onKeep(spots.filter((other) => other !== s))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex flex-wrap items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <input
          aria-label="Name of the spot"
          placeholder="boiler cupboard"
          maxLength={60}
          value={name}
          onChange={(e) => setName(e.target.value)}
          className={`${FIELD} w-44`}
        />
        at{" "}
        <input
          aria-label="Warmth of the spot"
          inputMode="decimal"
          placeholder={units === "us" ? "82" : "28"}
          value={air}
          onChange={(e) => setAir(e.target.value)}
          className={`${FIELD} w-16 text-right`}
        />{" "}
        °{units === "us" ? "F" : "C"}, cooling in{" "}
        <input
          aria-label="Minutes it cools in"
          inputMode="numeric"
          placeholder="–"
          value={cools}
          onChange={(e) => setCools(e.target.value)}
          className={`${FIELD} w-16 text-right`}
        />{" "}
        min
        <Button type="submit">Add</Button>
      </form>
    </>
  );
}
