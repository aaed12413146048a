import type { TrayKey } from "./tray-list";

/** Something a cook may look for: what it is called, what else it answers to, and in which drawer it lies. */
export interface Findable {
  name: string;
  others: string[];
  tray: TrayKey;
  /** The drawer it is in; null where it is in sight on the tray itself. */
  drawer: string | null;
}

const at = (tray: TrayKey, drawer: string | null, entries: Record<string, string[]>): Findable[] =>
  Object.entries(entries).map(([name, others]) => ({ name, others, tray, drawer }));

/** Everything of a bake that can be gone to by name. A name that is no longer where it says is a fault a test finds. */
export const FINDABLE: Findable[] = [
  ...at("weigh", null, {
    "True hydration": ["water in the dough", "wetness"],
    "Liquid at": ["water temperature", "milk temperature", "how warm the water", "ice"],
    together: ["amounts", "grams", "flour", "how much"],
  }),
  ...at("weigh", "numbers", {
    "Stated hydration": ["baker's percentages", "water percentage"],
    Salt: ["salt percentage"],
    "What the dough is made of": ["spoons", "teaspoons", "baker's percentages", "yeast"],
  }),
  ...at("weigh", "recipe", { "Get out": ["shopping list", "what do I need", "tools", "instead of a steamer", "buy"] }),
  ...at("weigh", "scale", { "Onto the scale": ["order of mixing", "zero", "tare", "bowl"] }),
  ...at("weigh", "recipe", { "Swaps that keep the dough true": ["replace", "instead of", "another flour"] }),
  ...at("weigh", "change", { Kneaded: ["by machine", "kneading", "windowpane"], Yeast: ["woken", "foam"] }),
  ...at("rise", null, { "Dough at the start": ["dough temperature"], "Past its best": ["overproofed", "too long"] }),
  ...at("rise", "change", { "Where it rises": ["warm spot", "fridge", "overnight", "cold night", "room"] }),
  ...at("rise", "look", { "By the dough": ["poke test", "is it ready", "signs"] }),
  ...at("rise", "options", { "Sooner or later": ["faster", "slower", "late", "early", "less yeast"] }),
  ...at("rise", "numbers", {
    "This kitchen rises": ["vigour", "learned", "faster than forecast"],
    "keep it to compare": ["what if", "compare"],
  }),
  ...at("filling", null, { "To wrap": ["amount of filling", "how much filling"] }),
  ...at("filling", "steps", { "Step by step": ["soak", "fry", "brown", "simmer", "marinate", "make the filling"] }),
  ...at("filling", "numbers", { "Juice in it": ["wet filling", "soggy", "leaks"], "Salt in it": ["too salty"] }),
  ...at("divide", null, {
    "Fine between": ["weight of a piece", "tolerance"],
    "Bench rest": ["relax", "springs back"],
  }),
  ...at("divide", "eye", { "Without a scale": ["by eye", "halving", "log", "cut"] }),
  ...at("divide", "numbers", { "Put right beyond": ["too heavy", "too light"] }),
  ...at("divide", "change", { "Dough left over": ["spare dough", "leftover"] }),
  ...at("wrap", null, { Thickness: ["how thin", "rolled"], "First to last": ["minutes of wrapping"] }),
  ...at("wrap", "steps", { "How to close it": ["pleats", "seam", "pinch", "fold", "braid"] }),
  ...at("wrap", "solve", { "From its size": ["widest I can roll", "bigger", "smaller"] }),
  ...at("wrap", "paper", { "To roll to, at true size": ["template", "print", "circle"] }),
  ...at("wrap", "numbers", { "Closes well with": ["too much filling"], "Filling : dough": ["ratio"] }),
  ...at("proof", null, { "First to last": ["which goes in first"] }),
  ...at("proof", "look", { "By the dough": ["poke test", "is it ready"] }),
  ...at("proof", "numbers", { "Pieces at the start": ["temperature of the pieces"] }),
  ...at("heat", null, { "Middle at the end": ["core temperature", "inside"], "At once": ["loads", "how many fit"] }),
  ...at("heat", "lie", { "How they lie": ["basket", "tray", "spacing", "second load"] }),
  ...at("heat", "inside", { "See inside": ["cut through", "coldest"] }),
  ...at("heat", "after", {
    Afterwards: ["cooling", "keeping", "reheating", "fridge days", "freezer", "leftovers", "label", "print"],
  }),
  ...at("heat", "numbers", {
    "Middle safe": ["when is it done", "safe temperature"],
    "Crumb set": ["raw dough", "gummy"],
    "Killing by heat": ["lethality", "germs", "minutes at 70"],
    "On other ovens": ["gas mark", "fahrenheit", "dial"],
    Golden: ["colour", "browning", "weight loss", "bakes off"],
    "Stands warm": ["how long out of the fridge", "four hours", "danger zone"],
    "Filling going in": ["temperature of the filling"],
    "Then rest": ["how long to wait", "lid on"],
  }),
  ...at("heat", "change", { "Time in the heat": ["minutes", "wash", "egg wash", "shelf", "fan", "steam in the oven"] }),
];
