import type { RecipeOut } from "../../api/client";
import { Choice } from "../../ui/choice";
import type { Correction } from "./corrections";

/** Lines taken for no ingredient: those with a food and a number first, the rest of the page behind one press. */
export function LeftOut({
  reading,
  parts,
  onCorrect,
}: {
  reading: RecipeOut;
  parts: { value: string; label: string }[];
  onCorrect: (change: Correction) => void;
}) {
  const { not_used: named, pages } = reading;
  const rest = pages.filter((line) => !named.includes(line));
  const row = (line: string) => (
    <li key={line} className="flex justify-between gap-4 border-t-2 border-inset py-1 first:border-0">
      <span className="min-w-0 break-words text-muted">{line}</span>
      <Choice
        label={`Belongs to, ${line}`}
        value="none"
        options={parts}
        onChoose={(part) => onCorrect({ written: line, nth: 0, part })}
        className="min-h-6 shrink-0 px-1 text-base text-cobalt underline decoration-rim decoration-2 underline-offset-4"
      >
        it is one
      </Choice>
    </li>
  );
  if (named.length + rest.length === 0) return null;
  return (
    <section aria-label="Taken for no ingredient" className="mt-4">
      <h3 className="font-bold">Taken for no ingredient</h3>
      <ul>{named.map(row)}</ul>
      {rest.length > 0 && (
        <details>
          <summary className="cursor-pointer py-1 text-cobalt">
            {rest.length === 1 ? "one line" : `${rest.length} lines`} of the page
          </summary>
          <ul>{rest.map(row)}</ul>
        </details>
      )}
    </section>
  );
}
