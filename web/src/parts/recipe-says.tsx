import type { Answer, Bake, Sheet } from "../api/client";
import { useUnits } from "../lib/settings";
import { useOpened } from "../lib/use-opened";
import { FOLD, FOLD_LARGE } from "../ui/fold";

type Stated = Sheet["stated"][number];
const PRESS =
  "min-h-9 py-0.5 text-left font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-3";

function Line({ one, onTake }: { one: Stated; onTake?: ((answer: Answer) => void) | undefined }) {
  const u = useUnits();
  const told = u.text(one.says);
  return (
    <li className="border-t-2 border-inset py-1.5 first:border-0">
      <p title={one.words}>
        <span className="font-semibold">{told}</span>
        {one.here.length > 0 && <span className="text-muted">; {u.text(one.here)}</span>}
        {one.state === "taken" && <span className="text-muted">; as here</span>}
      </p>
      {onTake && one.answers.length > 0 && (
        <p className="flex flex-wrap gap-x-4">
          {one.answers.map((answer) => (
            <button
              key={u.text(answer.label)}
              type="button"
              aria-label={`${told}: ${u.text(answer.label)}`}
              className={PRESS}
              onClick={() => onTake(answer)}
            >
              {u.text(answer.label)}
            </button>
          ))}
        </p>
      )}
    </li>
  );
}

/** What the recipe states about this step: as it is here, different here and why, or told beside it. */
function RecipeSays({
  stated,
  large = false,
  onTake,
}: {
  stated: Stated[];
  large?: boolean;
  onTake?: (answer: Answer) => void;
}) {
  if (stated.length === 0) return null;
  // What nothing here is worked out from is told in the recipe's own words, each sentence once.
  const held = stated.filter((one) => one.state !== "beside");
  const quoted = [...new Set(stated.filter((one) => one.state === "beside").map((one) => one.words))];
  return (
    <section aria-label="The recipe says" className="rounded-2xl bg-inset px-3.5 py-2.5">
      <h3 className="font-bold">The recipe says</h3>
      <ul className={large ? "text-lg" : "text-base leading-snug"}>
        {held.map((one, i) => (
          <Line key={i} one={one} onTake={onTake} />
        ))}
        {quoted.map((words) => (
          <li key={words} className="border-t-2 border-inset py-1.5 text-muted first:border-0">
            “{words}”
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the recipe says of this step: how much of it is in sight, the words themselves one press away. */
export function RecipeSaid({
  stated,
  onTake,
  large = false,
}: {
  stated: Stated[];
  onTake?: (answer: Answer) => void;
  large?: boolean;
}) {
  const [open, turn] = useOpened("said");
  const differs = stated.filter(
    (one) => one.state === "differs" && (onTake === undefined || one.answers.length > 0),
  ).length;
  if (stated.length === 0) return null;
  const told = `The recipe says ${stated.length} ${stated.length === 1 ? "thing" : "things"} here`;
  return (
    <div>
      <button type="button" aria-expanded={open} className={`${large ? FOLD_LARGE : FOLD} text-cobalt`} onClick={turn}>
        {differs > 0 ? `${told}, ${differs} of them otherwise` : told}
      </button>
      {open && <RecipeSays stated={stated} large={large} {...(onTake && { onTake })} />}
    </div>
  );
}

/** The recipe as it was pasted, and the lines nothing here is taken from. */
export function PastedRecipe({ recipe }: { recipe: NonNullable<Bake["recipe"]> }) {
  const unread = recipe.unread ?? [];
  if (!recipe.text) return null;
  return (
    <details className="rounded-2xl bg-inset px-3.5 py-2.5">
      <summary className="cursor-pointer font-bold">The recipe as pasted</summary>
      {unread.length > 0 && (
        <div className="mt-2 text-base leading-snug">
          <p className="text-muted">Nothing here is taken from:</p>
          <ul className="list-disc pl-5">
            {unread.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      <p className="mt-2 max-h-96 overflow-y-auto leading-snug whitespace-pre-wrap" tabIndex={0}>
        {recipe.text}
      </p>
    </details>
  );
}
