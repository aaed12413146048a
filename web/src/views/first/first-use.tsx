import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";

import type { Bake } from "../../api/client";
import { read, shownNumber, unitOf, written } from "../../lib/quantity";
import { useSettings } from "../../lib/settings";
import { createBake } from "../../stores/here";
import { changeKitchen } from "../../stores/kitchen";
import { Amount } from "../../ui/amount";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { kitchensQuery } from "../queries";
import { firstBake } from "./first-bake";

const REST = "5 min";
const HEATS: Record<string, { label: string; heat: Bake["heat"] }> = {
  oven: { label: "an oven", heat: { method: "oven", temperature: "190 C", wash: "egg", rest: REST } },
  fan: { label: "an oven with its fan on", heat: { ...firstBake.heat, temperature: "175 C", fan: true } },
  steam: { label: "a steamer over a pot", heat: { method: "steam", fire: "high", covered: true, rest: REST } },
  pan: { label: "a pan under a lid", heat: { method: "pan", fire: "gentle", rest: REST } },
};

/** An empty bench: two words of the first sentence, and it begins. Neither need be answered. */
export function FirstUse() {
  const kitchen = useQuery(kitchensQuery).data?.[0];
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { units } = useSettings();
  const [celsius, setCelsius] = useState<number | null>(null);
  const [by, setBy] = useState("oven");
  const [trouble, setTrouble] = useState<string | null>(null);
  // What is shown is what is planned with, whether or not it is changed.
  const room = celsius ?? (kitchen ? read(kitchen.document.room, "temperature") : null) ?? 20;

  const warmth = async () => {
    if (!kitchen || celsius === null) return;
    await changeKitchen(kitchen, { room: `${celsius.toFixed(1)} C` });
    await queries.invalidateQueries({ queryKey: kitchensQuery.queryKey });
  };
  const begin = async () => {
    try {
      await warmth();
      await createBake({ ...firstBake, heat: HEATS[by]?.heat ?? firstBake.heat });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const put = (typed: string) => {
    const said = written(typed, "temperature", units);
    const value = Number.parseFloat(said);
    if (Number.isFinite(value)) setCelsius(/F$/.test(said) ? ((value - 32) * 5) / 9 : value);
  };
  return (
    <main className="mx-auto w-full max-w-3xl px-4 pt-10 pb-8 tab:px-8">
      <h1 className="text-3xl font-bold">What will you make first?</h1>
      <p className="mt-6 text-xl leading-[1.8] tab:text-2xl">
        My kitchen is at{" "}
        <Amount
          label="Warmth of my kitchen"
          shown={shownNumber(room, "temperature", units)}
          unit={unitOf("temperature", units)}
          step={1}
          largeStep={5}
          onCommit={put}
          onPreview={put}
        />{" "}
        now, and I heat with{" "}
        <Choice
          label="I heat with"
          value={by}
          options={Object.entries(HEATS).map(([value, { label }]) => ({ value, label }))}
          onChoose={setBy}
        />
        .
      </p>
      <div className="mt-6 flex flex-wrap gap-3">
        <Button look="solid" className="min-h-12" onClick={() => void begin()}>
          Begin with an example
        </Button>
        <Button className="min-h-12" onClick={() => void navigate("/read")}>
          Read a recipe of mine
        </Button>
      </div>
      <p className="mt-4 text-muted">
        Every word of it can be changed afterwards; its amounts, times and drawings follow. A recipe can be pasted here,
        too.
      </p>
      {trouble && (
        <p role="alert" className="mt-4 rounded-xl border-2 border-crust bg-warm px-3.5 py-2 font-semibold">
          {trouble}
        </p>
      )}
    </main>
  );
}
