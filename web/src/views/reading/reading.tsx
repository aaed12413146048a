import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useLocation, useNavigate } from "react-router";

import type { Bake, RecipeOut } from "../../api/client";
import { keep, kept } from "../../lib/kept";
import { useLater } from "../../lib/use-later";
import { createBake } from "../../stores/here";
import { Button } from "../../ui/button";
import { CORRECTIONS, RECIPE, RECIPE_BEFORE, recipeOf } from "../pasted";
import { kitchensQuery, pantryQuery, recipeQuery } from "../queries";
import { put, type Correction } from "./corrections";
import { Cups } from "./cups";
import { Understood } from "./understood";

const HINT = `Sour cherry half-moons
Makes 10

Dough
3 cups plain flour
1 packet dried yeast
1 cup warm milk
2 tbsp butter
1 tsp salt

Filling
2 cups pitted cherries (300 g)
1/4 cup sugar

Method
Let rise 1 hour. Divide into 10 pieces…`;

/** Read afresh whenever one is pasted, from whichever view. */
export function Reading() {
  return <Read key={useLocation().key} />;
}

/** A recipe written for another kitchen, and what is understood of it, while it is typed. */
function Read() {
  const [text, setText] = useState(() => kept(RECIPE, ""));
  const [before, setBefore] = useState(() => kept(RECIPE_BEFORE, ""));
  const [corrections, setCorrections] = useState<Correction[]>(() => kept(CORRECTIONS, []));
  const kitchens = useQuery(kitchensQuery);
  const pantry = useQuery(pantryQuery);
  const asked = useLater(text, 250);
  const reading = useQuery({
    ...recipeQuery(asked, corrections),
    enabled: asked.trim() !== "",
    placeholderData: keepPreviousData,
  });
  const [trouble, setTrouble] = useState<string | null>(null);
  /** What the cook said yes to, of this text alone. */
  const [allowed, setAllowed] = useState<{ of: string; keys: string[] }>({ of: "", keys: [] });
  const yes = allowed.of === asked ? allowed.keys : [];
  const area = useRef<HTMLTextAreaElement>(null);
  const navigate = useNavigate();
  useEffect(() => {
    document.title = "Read a recipe · Airy Crumb";
    area.current?.focus();
  }, []);

  const change = (next: string) => {
    setText(next);
    // What was typed outlives a closed page.
    keep(RECIPE, next);
  };
  const correct = (change: Correction) => {
    const next = put(corrections, change);
    setCorrections(next);
    keep(CORRECTIONS, next);
  };
  const clear = () => {
    change("");
    setCorrections([]);
    keep(CORRECTIONS, []);
  };
  const bringBack = () => {
    keep(RECIPE_BEFORE, text);
    setBefore(text);
    clear();
    change(before);
  };
  const open = async (file: File | undefined) => file && change(recipeOf(await file.text()));
  const bench = async (read: RecipeOut, start = false) => {
    try {
      const made = await createBake(read.bake as Bake);
      await navigate(`/bench/${made.id}?tray=weigh${start ? "&start=now" : ""}`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  const shown = text.trim() === "" ? undefined : reading.data;
  const unread = reading.error ?? reading.failureReason;
  // What is still being read is not put on the bench, and no earlier reading stands in for it.
  const stale = text !== asked || reading.isFetching || reading.isPlaceholderData;
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pt-3 pb-8 tab:px-8">
      <h1 className="text-2xl leading-tight font-bold">A recipe from another kitchen</h1>
      <p className="text-muted">
        Paste it as it stands: cups, spoons, fractions, ranges, method and all. Every line says what it was taken for,
        in grams, and how sure that is.
      </p>
      {kitchens.data?.[0] && <Cups kitchen={kitchens.data[0]} pantry={pantry.data ?? []} />}
      <div className="mt-3 grid items-start gap-6 wide:grid-cols-[2fr_3fr]">
        <section aria-label="The recipe" className="wide:sticky wide:top-3">
          <label className="block">
            <span className="sr-only">The recipe, as written</span>
            <textarea
              ref={area}
              value={text}
              onChange={(e) => change(e.target.value)}
              placeholder={HINT}
              rows={10}
              spellCheck={false}
              aria-label="The recipe, as written"
              className="w-full resize-y wide:min-h-[33rem] rounded-2xl border-2 border-cobalt bg-enamel p-4 leading-relaxed placeholder:text-muted"
            />
          </label>
          <div className="mt-2 flex flex-wrap gap-2">
            <label className="inline-flex min-h-10 cursor-pointer items-center rounded-xl border-2 border-cobalt bg-enamel px-4 font-semibold text-cobalt focus-within:outline-3 focus-within:outline-crust">
              Open a text or page
              <input
                type="file"
                accept=".txt,.md,.html,.json,text/*,application/json,application/ld+json"
                className="sr-only"
                onChange={(e) => void open(e.target.files?.[0])}
              />
            </label>
            {text && (
              <Button look="bare" onClick={clear}>
                Clear it
              </Button>
            )}
            {before.trim() && before !== text && (
              <Button look="bare" onClick={bringBack}>
                Bring back the one before
              </Button>
            )}
          </div>
        </section>
        <section aria-label="What is understood" aria-live="polite" data-read={reading.isFetching ? "no" : "yes"}>
          {unread && text.trim() !== "" && (
            <p role="alert" className="rounded-xl border-2 border-crust bg-warm px-4 py-2.5 font-semibold">
              {unread.message}
            </p>
          )}
          {shown && !unread && (
            <Understood
              reading={shown}
              pantry={pantry.data ?? []}
              onCorrect={correct}
              stale={stale}
              trouble={trouble}
              allowed={yes}
              onAllow={(key) => setAllowed({ of: asked, keys: [...yes, key] })}
              onTake={(start) => void bench(shown, start)}
            />
          )}
          {text.trim() === "" && (
            <p className="rounded-2xl border-2 border-dashed border-rim p-6 text-muted">
              What is understood appears here as you write.
            </p>
          )}
        </section>
      </div>
    </main>
  );
}
