import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import type { Kitchen, PantryItem } from "../../api/client";
import { changeKitchen } from "../../stores/kitchen";
import { Choice } from "../../ui/choice";
import { Hanger } from "../../ui/panel";
import { Button } from "../../ui/button";
import { kitchensQuery, pantryQuery } from "../queries";
import { OwnFoods } from "./own-foods";
import { useUnits } from "../../lib/settings";

type Measuring = NonNullable<Kitchen["document"]["measuring"]>;
const WORD = "font-bold text-cobalt border-b-2 border-cobalt";

/** How this cook's cups are to be read. A setting of the kitchen, kept for every recipe. */
export function Cups({ kitchen, pantry }: { kitchen: Kitchen; pantry: PantryItem[] }) {
  const u = useUnits();
  const measuring = kitchen.document.measuring ?? {};
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [flour, setFlour] = useState("all-purpose flour");
  const [grams, setGrams] = useState("");
  const change = (next: Partial<Measuring>) => keep({ measuring: { ...measuring, ...next } });
  const keep = async (next: Partial<Kitchen["document"]>) => {
    setTrouble(null);
    try {
      await changeKitchen(kitchen, next);
      await queries.invalidateQueries({ queryKey: pantryQuery.queryKey });
      await queries.invalidateQueries({ queryKey: ["recipe"] });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
    await queries.invalidateQueries({ queryKey: kitchensQuery.queryKey });
  };
  const weighed = Object.entries(measuring.weighed ?? {});
  const add = () => {
    const value = Number(grams.replace(",", "."));
    if (!grams.trim() || !Number.isFinite(value))
      return setTrouble("Write the grams of one cup as a number, such as 138.");
    setGrams("");
    void change({ weighed: { ...measuring.weighed, [flour]: `${value} g` } });
  };
  return (
    <div className="mt-2 leading-[2]">
      <p>
        My cups are{" "}
        <Choice
          label="Cups"
          value={measuring.cups ?? "us"}
          className={WORD}
          onChoose={(cups) => void change({ cups })}
          options={[
            { value: "us", label: "US cups", note: `${u.volume(237)}; tablespoon ${u.volume(15)}` },
            { value: "metric", label: "metric cups", note: `${u.volume(250)}; tablespoon ${u.volume(15)}` },
            { value: "imperial", label: "imperial cups", note: `${u.volume(284)}; pint ${u.volume(568)}` },
            { value: "australian", label: "Australian cups", note: `${u.volume(250)}; tablespoon ${u.volume(20)}` },
          ]}
        />
        , filled with flour{" "}
        <Choice
          label="Cup of flour"
          value={measuring.filled ?? "unknown"}
          className={WORD}
          onChoose={(filled) => void change({ filled })}
          options={[
            {
              value: "unknown",
              label: "who knows how",
              note: `${u.quantity({ kind: "mass", value: 115, to: 156 })} a cup`,
            },
            { value: "sifted", label: "by sifting", note: `${u.quantity({ kind: "mass", value: 115, to: 125 })}` },
            {
              value: "spooned",
              label: "by the spoon, levelled",
              note: `${u.quantity({ kind: "mass", value: 120, to: 132 })}`,
            },
            {
              value: "dipped",
              label: "by dipping in the bag",
              note: `${u.quantity({ kind: "mass", value: 138, to: 156 })}`,
            },
          ]}
        />
        , I have{" "}
        <Hanger
          label="Weigh a cup of mine"
          shown={
            weighed.length ? `weighed ${weighed.map(([key, text]) => `${key} ${text}`).join(", ")}` : "weighed none yet"
          }
          className={WORD}
        >
          <p className="font-bold">Weigh one cup, once</p>
          <p className="text-base text-muted">
            Fill it as you always do. From then on every cup of it is known within 2 %.
          </p>
          <div className="mt-2 flex flex-wrap items-center gap-2">
            <Choice
              label="Flour weighed"
              value={flour}
              className={WORD}
              onChoose={setFlour}
              options={["all-purpose flour", "bread flour", "cake flour", "wholemeal flour", "rye flour"].map(
                (value) => ({ value, label: value }),
              )}
            />
            <input
              aria-label="Grams of one cup"
              inputMode="decimal"
              value={grams}
              onChange={(e) => setGrams(e.target.value)}
              onKeyDown={(e) => e.key === "Enter" && add()}
              className="w-20 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right"
            />{" "}
            g<Button onClick={add}>Keep it</Button>
            {weighed.length > 0 && (
              <Button look="bare" onClick={() => void change({ weighed: {} })}>
                Forget them
              </Button>
            )}
          </div>
        </Hanger>{" "}
        and{" "}
        <OwnFoods
          foods={kitchen.document.pantry ?? []}
          pantry={pantry}
          onChange={(foods) => void keep({ pantry: foods })}
        />
        .
      </p>
      {trouble && (
        <p role="alert" className="rounded-xl border-2 border-crust bg-warm px-3 py-1.5 leading-normal">
          {trouble}
        </p>
      )}
    </div>
  );
}
