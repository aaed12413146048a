import { useEffect } from "react";
import { useNavigate } from "react-router";

import { keep, kept } from "../lib/kept";

/** Under which names the recipe being read is kept, and the one that stood there before it. */
export const RECIPE = "recipe";
export const RECIPE_BEFORE = "recipe.before";
export const CORRECTIONS = "recipe.corrections";
/** Less than this is a word, not a recipe. */
const LINES = 3;

/** Of a long page only the recipe it carries as linked data; anything else as it is. */
export const recipeOf = (text: string): string => {
  if (text.length < 100_000) return text;
  const found = text.match(/<script[^>]*ld\+json[^>]*>[^]*?<\/script>/gi);
  return found ? found.join("\n") : text;
};

/** Put a recipe where it is read; what stood there before can be brought back. */
export function putRecipe(text: string): void {
  const before = kept(RECIPE, "");
  if (before.trim() && before !== text) keep(RECIPE_BEFORE, before);
  keep(RECIPE, text);
  keep(CORRECTIONS, []);
}

const isField = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || target.matches("input, textarea, select"));

/** A recipe pasted anywhere but into a field is read. */
export function useRecipePasted(): void {
  const navigate = useNavigate();
  useEffect(() => {
    const onPaste = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData("text/plain") ?? "";
      if (isField(e.target) || text.trim().split("\n").length < LINES) return;
      e.preventDefault();
      putRecipe(recipeOf(text));
      void navigate("/read");
    };
    addEventListener("paste", onPaste);
    return () => removeEventListener("paste", onPaste);
  }, [navigate]);
}
