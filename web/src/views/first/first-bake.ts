import type { Bake } from "../../api/client";

/** What an empty household can begin with: a plain bake to be changed word by word. */
export const firstBake: Bake = {
  format: "airycrumb-bake",
  version: 1,
  name: "Squash buns",
  pieces: 8,
  dough_per_piece: "60 g",
  filling_per_piece: "36 g",
  closing: "gathered",
  dough: {
    leavening: "yeast",
    ingredients: [
      { use: "bread flour", amount: "300 g" },
      { use: "water", amount: "185 g" },
      { use: "oil", amount: "10 g" },
      { use: "fine salt", amount: "5 g" },
      { use: "instant yeast", amount: "3 g" },
    ],
  },
  rise: { to: 2 },
  filling: {
    name: "squash",
    state: "cooked",
    temperature: "6 C",
    hands_on: "20 min",
    cooling: "75 min",
    ingredients: [
      { use: "squash cooked", amount: "250 g" },
      { use: "onion cooked", amount: "40 g" },
      { use: "fine salt", amount: "3 g" },
    ],
  },
  proof: { to: 1.35 },
  heat: { method: "oven", temperature: "190 C", wash: "egg", rest: "5 min" },
  plan: {},
};
