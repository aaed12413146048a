/** Things found by any of their names; where nothing answers, the nearest by spelling. */
import { distance } from "fastest-levenshtein";

export interface Named {
  value: string;
  label: string;
  /** Other names it answers to. */
  others: string[];
}

/** Beyond this share of its letters wrong, a word is another word. */
const SPELT = 0.55;
const MOST_NEAR = 4;

const folded = (text: string) => text.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();

/** How well a thing answers to what is typed: its name begins so, a word of it, another name; -1 not at all. */
function rank({ label, others }: Named, typed: string): number {
  const own = folded(label);
  if (own.startsWith(typed)) return 0;
  if (own.includes(` ${typed}`)) return 1;
  if (others.some((other) => folded(other).startsWith(typed))) return 2;
  return own.includes(typed) || others.some((other) => folded(other).includes(` ${typed}`)) ? 3 : -1;
}

/** Those that answer to what is typed, the best first; all of them, by name, where nothing is. */
export function searched(options: Named[], typed: string): Named[] {
  const wanted = folded(typed.trim());
  return options
    .map((option) => ({ option, at: wanted ? rank(option, wanted) : 0 }))
    .filter(({ at }) => at >= 0)
    .sort((a, b) => a.at - b.at || a.option.label.localeCompare(b.option.label))
    .map(({ option }) => option);
}

/** What joins words and tells nothing apart. */
const JOINING = new Set(
  "and are can does for from has have her his how its not our out the there this too was what when why will with won you your".split(
    " ",
  ),
);
const wordsOf = (text: string) => (folded(text).match(/[\p{L}\d]{3,}/gu) ?? []).filter((word) => !JOINING.has(word));

/** How far what is typed is from a thing: of each word typed the nearest of the thing's, in the mean, 0 to 1. */
function farFrom(option: Named, typed: string[]): number {
  const names = [option.label, ...option.others].flatMap(wordsOf);
  const far = (a: string) =>
    Math.min(
      1,
      ...names.map((b) => (b.startsWith(a) || a.startsWith(b) ? 0.1 : distance(a, b) / Math.max(a.length, b.length))),
    );
  return typed.length === 0 ? 1 : typed.reduce((sum, word) => sum + far(word), 0) / typed.length;
}

/** Those spelt most like what is typed, or that share a word with it; nothing where nothing is like it. */
export function nearest(options: Named[], typed: string): Named[] {
  const words = wordsOf(typed);
  return options
    .map((option) => ({ option, far: farFrom(option, words) }))
    .filter(({ far }) => far <= SPELT)
    .sort((a, b) => a.far - b.far)
    .slice(0, MOST_NEAR)
    .map(({ option }) => option);
}
