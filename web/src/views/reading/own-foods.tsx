import { useState } from "react";

import type { Kitchen, PantryItem } from "../../api/client";
import { Button } from "../../ui/button";
import { FoodChoice } from "../../parts/food-choice";
import { Hanger } from "../../ui/panel";
import { useUnits } from "../../lib/settings";

export type Food = NonNullable<Kitchen["document"]["pantry"]>[number];
const WORD = "font-bold text-cobalt border-b-2 border-cobalt";
const FIELD = "rounded-lg border-2 border-cobalt bg-enamel px-2 py-1";

/** Foods the pantry does not know, each like one it does. Kept with the kitchen, for every recipe. */
export function OwnFoods({
  foods,
  pantry,
  onChange,
}: {
  foods: Food[];
  pantry: PantryItem[];
  onChange: (foods: Food[]) => void;
}) {
  const u = useUnits();
  const [name, setName] = useState("");
  const [like, setLike] = useState("soft cheese");
  const [cup, setCup] = useState("");
  const liked = pantry.find((item) => item.key === like);
  const likeName = liked ? u.text(liked.name) : like;
  const add = () => {
    if (!name.trim()) return;
    onChange([
      ...foods.filter((food) => food.name !== name.trim()),
      { name: name.trim(), like, ...(cup.trim() && { cup: `${cup.trim()} g` }) },
    ]);
    setName("");
    setCup("");
  };
  return (
    <Hanger
      label="Foods of my own"
      shown={foods.length ? foods.map((food) => food.name).join(", ") : "no foods of my own"}
      className={WORD}
    >
      <p className="font-bold">A food the pantry does not know</p>
      <p className="text-base text-muted">
        Say what it is like: water, fat and allergens are taken from that, and shown as assumed. What is like raw meat
        or fish stays raw.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2 leading-normal">
        <input
          aria-label="Name of my food"
          value={name}
          maxLength={60}
          placeholder="as recipes call it"
          onChange={(e) => setName(e.target.value)}
          className={`${FIELD} w-44`}
        />
        <span>
          is like{" "}
          <FoodChoice
            label="It is like"
            value={like}
            className={WORD}
            onChoose={setLike}
            pantry={pantry.filter((item) => !foods.some((food) => food.name === u.text(item.name)))}
          >
            {likeName}
          </FoodChoice>
        </span>
        <span>
          a cup{" "}
          <input
            aria-label="Grams of a cup of it"
            inputMode="decimal"
            value={cup}
            onChange={(e) => setCup(e.target.value)}
            className={`${FIELD} w-16 text-right`}
          />{" "}
          g
        </span>
        <Button onClick={add} disabled={!name.trim()}>
          Keep this food
        </Button>
      </div>
      <ul className="mt-2 leading-normal">
        {foods.map((food) => (
          <li key={food.name} className="flex items-center justify-between border-t-2 border-inset py-1">
            <span>
              {food.name}{" "}
              <span className="text-muted">
                like {food.like}
                {food.cup ? `, ${food.cup} a cup` : ""}
              </span>
            </span>
            <button
              type="button"
              aria-label={`Forget ${food.name}`}
              className="min-h-9 min-w-9 text-lg font-bold text-muted hover:text-crust"
              onClick={() => onChange(foods.filter((other) => other !== food))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </Hanger>
  );
}
