import type { RecipeOut } from "../../api/client";
import { duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";

type Line = RecipeOut["lines"][number];
type Says = RecipeOut["said"][number];

const PARTS = [
  { key: "dough", name: "Dough" },
  { key: "sponge", name: "Sponge, counted in the dough" },
  { key: "filling", name: "Filling" },
  { key: "wash", name: "Wash" },
  { key: "topping", name: "Topping, not weighed out" },
];
const STEPS: Record<string, string> = { bake: "bake", preheat: "oven", steam: "steam", rise: "first rise", proof: "final proof", rest: "rest", knead: "knead", yeast: "for the yeast", fry: "pan" };

function Amount({ line }: { line: Line }) {
  const u = useUnits();
  if (!line.grams) return <span className={line.by === "taste" ? "text-muted" : "font-bold text-crust"}>{line.by === "taste" ? "to taste" : "?"}</span>;
  const { low, typical, high } = line.grams;
  return (
    <>
      <strong className="text-[1.12rem]">{u.mass(typical)}</strong>
      {high > low * 1.02 && (
        <span className="block text-sm text-muted">
          {u.mass(low)} to {u.mass(high)}
        </span>
      )}
    </>
  );
}

function Row({ line }: { line: Line }) {
  const lost = line.by !== "taste" && (!line.use || !line.grams);
  return (
    <li className="flex justify-between gap-4 border-t-2 border-inset py-1.5">
      <span className="min-w-0">
        <span className={`font-semibold ${lost ? "text-crust" : ""}`}>{line.use ? line.name : "not understood"}</span>
        <span className="block text-sm break-words text-muted">“{line.written}”</span>
        {line.why.map((why) => (
          <span key={why} className={`block text-sm ${lost ? "text-crust" : "text-muted"}`}>
            {why}
          </span>
        ))}
      </span>
      <span className="shrink-0 text-right">
        <Amount line={line} />
      </span>
    </li>
  );
}

function Value({ says }: { says: Says }) {
  const u = useUnits();
  const { low, high } = says.value;
  const show = (v: number) =>
    says.what === "temperature" ? u.temperature(Math.round(v)) : says.what === "minutes" ? duration(v) : says.what === "each_g" ? `${u.mass(v)} each` : says.what === "pieces" ? `${v} pieces` : `${u.length(v)} ${says.what === "thick_mm" ? "thick" : "across"}`;
  return <>{high > low ? `${show(low)} to ${show(high)}` : show(low)}</>;
}

/** What was made of a recipe, line by line, and the way to the Bench. */
export function Understood({ reading, trouble, onTake }: { reading: RecipeOut; trouble: string | null; onTake: () => void }) {
  const u = useUnits();
  const lost = reading.lines.filter((l) => l.by !== "taste" && (!l.use || !l.grams)).length;
  return (
    <div className="rounded-2xl border-2 border-cobalt bg-enamel p-5">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-[1.35rem] leading-tight font-bold">{reading.title}</h2>
          <p className={lost ? "font-semibold text-crust" : "text-muted"}>{lost ? `${lost} of ${reading.lines.length} lines need a word from you: change them on the left.` : `All ${reading.lines.length} lines are read.`}</p>
        </div>
        <Button look="solid" disabled={reading.problems.length > 0} onClick={onTake}>
          Put it on the bench
        </Button>
      </div>
      {(trouble ?? reading.problems[0]) && (
        <div role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-3 py-2">
          {trouble && <p>{trouble}</p>}
          {reading.problems.map((p) => (
            <p key={p.where}>{p.message}</p>
          ))}
        </div>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-4 tab:grid-cols-2">
        {PARTS.map(({ key, name }) => {
          const lines = reading.lines.filter((l) => l.part === key);
          if (lines.length === 0) return null;
          return (
            <section key={key} aria-label={name}>
              <h3 className="flex justify-between pb-1 font-bold">
                {name} <span className="text-cobalt">{u.mass(lines.reduce((sum, l) => sum + (l.grams?.typical ?? 0), 0))}</span>
              </h3>
              <ul>
                {lines.map((line, i) => (
                  <Row key={`${line.written}-${i}`} line={line} />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      {reading.said.length > 0 && (
        <>
          <h3 className="mt-4 font-bold">The recipe says</h3>
          <ul className="mt-1 flex flex-wrap gap-2">
            {reading.said.map((s, i) => (
              <li key={i} title={s.text} className="rounded-lg bg-inset px-2.5 py-1">
                {STEPS[s.step] && <span className="text-muted">{STEPS[s.step]} </span>}
                <strong>
                  <Value says={s} />
                </strong>
              </li>
            ))}
          </ul>
        </>
      )}
      <h3 className="mt-4 font-bold">Assumed, until you change it</h3>
      <ul className="mt-1 list-disc pl-5 text-muted">
        {reading.assumed.map((sentence) => (
          <li key={sentence}>{u.text(sentence)}</li>
        ))}
      </ul>
    </div>
  );
}
