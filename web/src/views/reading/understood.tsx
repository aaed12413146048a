import type { PantryItem, RecipeOut } from "../../api/client";
import { read, shownNumber, unitOf, written } from "../../lib/quantity";
import { useUnits } from "../../lib/settings";
import { Amount } from "../../ui/amount";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { FoodChoice } from "../../parts/food-choice";
import { LeftOut } from "./left-out";
import { nthOf, type Correction, type Line } from "./corrections";

const FURTHER = ["Second", "Third", "Fourth", "Fifth", "Sixth"].map((nth, i) => ({
  key: `filling ${i + 2}`,
  name: `${nth} filling, in pieces of its own`,
}));
const PARTS = [
  { key: "dough", name: "Dough" },
  { key: "sponge", name: "Sponge, counted in the dough" },
  { key: "soaked", name: "Soaked or scalded, counted in the dough" },
  { key: "filling", name: "Filling" },
  ...FURTHER,
  { key: "wash", name: "Wash" },
  { key: "topping", name: "Topping, not weighed out" },
  { key: "serve", name: "To serve, in no sum" },
  { key: "none", name: "No ingredient" },
];
const TONGUES: Record<string, string> = { es: "Spanish", it: "Italian", de: "German", fr: "French" };

interface Editing {
  pantry: PantryItem[];
  onCorrect: (change: Correction) => void;
}

/** Grams of a line, changed in place; a number the cook wrote is sure. */
function Grams({ line, nth, onCorrect }: Editing & { line: Line; nth: number }) {
  const u = useUnits();
  const put = (typed: string) => {
    const grams = read(written(typed, "mass", u.units), "mass");
    if (grams !== null) onCorrect({ written: line.written, nth, grams });
  };
  const { low, typical, high } = line.grams ?? { low: 0, typical: 0, high: 0 };
  const shown = line.grams ? shownNumber(typical, "mass", u.units) : "";
  return (
    <>
      <Amount
        label={`Amount of ${u.text(line.name) || line.written}`}
        shown={shown || (line.by === "taste" ? "–" : "?")}
        unit={unitOf("mass", u.units)}
        step={1}
        largeStep={10}
        invalid={!line.grams && line.by !== "taste"}
        className="[--chip:var(--inset)]"
        onCommit={put}
      />
      {line.by === "taste" && <span className="block text-base text-muted">to taste</span>}
      {high > low * 1.02 && u.mass(low) !== u.mass(high) && (
        <span className="block text-base text-muted">
          {u.mass(low)} to {u.mass(high)}
        </span>
      )}
    </>
  );
}

/** The parts a line can be moved to: every filling there is, and one more. */
function partOptions(lines: Line[]) {
  const used = FURTHER.findLastIndex(({ key }) => lines.some((line) => line.part === key));
  return PARTS.filter(({ key }) => FURTHER.findIndex((f) => f.key === key) <= used + 1).map(({ key, name }) => ({
    value: key,
    label: name,
  }));
}

/** Below this a food was found by some of its letters only. */
const UNSURE = 0.7;

/** Whether a line needs a word from the cook. */
const isLost = (line: Line) => line.part !== "none" && line.by !== "taste" && (!line.use || !line.grams);

function Row({
  line,
  nth,
  pantry,
  parts,
  onCorrect,
}: Editing & { line: Line; nth: number; parts: ReturnType<typeof partOptions> }) {
  const u = useUnits();
  const lost = isLost(line);
  return (
    <li className="flex justify-between gap-4 border-t-2 border-inset py-1.5">
      <span className="min-w-0">
        <FoodChoice
          label={`Taken for, ${line.written}`}
          value={line.use ?? ""}
          pantry={pantry}
          onChoose={(use) => onCorrect({ written: line.written, nth, use })}
          className={`min-h-6 border-b-2 border-dotted border-rim text-left font-semibold ${lost ? "text-crust" : ""}`}
        >
          {line.use ? `${line.sureness < UNSURE ? "perhaps " : ""}${u.text(line.name)}` : "not understood: choose"}
        </FoodChoice>{" "}
        <Choice
          label={`Belongs to, ${line.written}`}
          value={line.part}
          options={parts}
          onChoose={(part) => onCorrect({ written: line.written, nth, part })}
          className="min-h-6 px-1 text-base text-cobalt underline decoration-rim decoration-2 underline-offset-4"
        >
          move
        </Choice>
        <span className="block text-base break-words text-muted">“{line.written.replace(/^[^\p{L}\p{N}]+/u, "")}”</span>
        {line.why.map((why) => (
          <span key={u.text(why)} className={`block text-base ${lost ? "text-crust" : "text-muted"}`}>
            {u.text(why)}
          </span>
        ))}
      </span>
      <span className="shrink-0 text-right">
        <Grams line={line} nth={nth} pantry={pantry} onCorrect={onCorrect} />
      </span>
    </li>
  );
}

/** What is still open: each thing is put right in the recipe, or said yes to by one press. */
function Door({ asks, onAllow }: { asks: RecipeOut["asks"]; onAllow: (key: string) => void }) {
  const u = useUnits();
  if (asks.length === 0) return null;
  return (
    <section
      aria-label="Before it goes on the bench"
      className="mt-3 rounded-xl border-2 border-crust bg-warm px-4 py-2.5"
    >
      <h3 className="font-bold">Before it goes on the bench</h3>
      <ul>
        {asks.map((ask) => (
          <li
            key={ask.key}
            className="flex flex-wrap items-center justify-between gap-x-4 border-t-2 border-inset py-1.5 first:border-0"
          >
            <span className="min-w-0 flex-1 basis-60 break-words">{u.text(ask.question)}</span>
            <Button className="shrink-0" onClick={() => onAllow(ask.key)}>
              {u.text(ask.yes)}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was made of a recipe, line by line, and the way to the Bench. */
export function Understood({
  reading,
  trouble,
  onTake,
  stale,
  allowed,
  onAllow,
  ...editing
}: Editing & {
  reading: RecipeOut;
  trouble: string | null;
  onTake: (start?: boolean) => void;
  stale: boolean;
  /** Keys of what the cook has said yes to. */
  allowed: string[];
  onAllow: (key: string) => void;
}) {
  const parts = partOptions(reading.lines);
  const u = useUnits();
  const nth = nthOf(reading.lines);
  const lost = reading.lines.filter(isLost).length;
  const tongue = TONGUES[reading.tongue];
  const asks = reading.asks.filter((ask) => !allowed.includes(ask.key));
  const ready = !stale && asks.length === 0 && reading.problems.length === 0;
  return (
    <div aria-busy={stale} className={`rounded-2xl border-2 border-cobalt bg-enamel p-5 ${stale ? "opacity-50" : ""}`}>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-xl leading-tight font-bold">{reading.title}</h2>
          <p className={lost ? "font-semibold text-crust" : "text-muted"}>
            {lost
              ? `${lost} of ${reading.lines.length} lines ${lost === 1 ? "needs" : "need"} your help: choose the food and the amount, or change the text.`
              : `All ${reading.lines.length} lines are read.`}
          </p>
          {tongue && (
            <p className="text-muted">
              Read from {tongue}: numbers, units and foods, as far as the pantry’s names go; the method’s words are not.
            </p>
          )}
        </div>
        <div className="flex flex-wrap gap-2">
          <Button look="solid" disabled={!ready} onClick={() => onTake()}>
            {stale ? "Still reading…" : "Put it on the bench"}
          </Button>
          {/* Nothing is started of which a line is not known. */}
          {lost === 0 && ready && <Button onClick={() => onTake(true)}>Start it now</Button>}
        </div>
      </div>
      <Door asks={asks} onAllow={onAllow} />
      {(trouble ?? reading.problems[0]) && (
        <div role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-3 py-2">
          {trouble && <p>{trouble}</p>}
          {reading.problems.map((p) => (
            <p key={p.where}>{u.text(p.message)}</p>
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
                {name}{" "}
                <span className="text-cobalt">
                  {u.mass(lines.reduce((sum, l) => sum + (l.grams?.typical ?? 0), 0))}
                </span>
              </h3>
              <ul>
                {lines.map((line) => {
                  const at = nth[reading.lines.indexOf(line)] ?? 0;
                  return <Row key={`${line.written}-${at}`} line={line} nth={at} parts={parts} {...editing} />;
                })}
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
              <li key={i} title={s.words} className="rounded-lg bg-inset px-2.5 py-1">
                <strong>{u.text(s.says)}</strong>
                {s.condition && <span className="text-muted"> in some cases</span>}
              </li>
            ))}
          </ul>
        </>
      )}
      <LeftOut reading={reading} parts={parts} onCorrect={editing.onCorrect} />
      <h3 className="mt-4 font-bold">Assumed, until you change it</h3>
      <ul className="mt-1 list-disc pl-5 text-muted">
        {reading.assumed.map((said) => {
          const sentence = u.text(said);
          return <li key={sentence}>{sentence}</li>;
        })}
      </ul>
    </div>
  );
}
