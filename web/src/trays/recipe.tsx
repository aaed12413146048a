import type { Bake, PantryItem, Sheet } from "../api/client";
import { useClosings } from "../api/closings";
import { setAt } from "../lib/path";
import { useUnits } from "../lib/settings";
import { Choice } from "../ui/choice";
import { FoodChoice } from "../parts/food-choice";
import { laidIn, type LaidPath } from "../parts/laid";
import { Quantity, whereOf, type Editing } from "../parts/quantity";

type Swap = Sheet["weigh"]["swaps"][number];
type Row = Bake["dough"]["ingredients"][number];
/** Which list of ingredients: the dough's, the first filling's or a further one's. */
type ListPath =
  | ["dough"]
  | ["filling"]
  | ["filling", ...LaidPath]
  | ["more_groups", number, "filling"]
  | ["more_groups", number, "filling", ...LaidPath];

/** One written amount. It is kept exactly as typed, right or wrong. */
function Written({
  label,
  text,
  invalid,
  onCommit,
}: {
  label: string;
  text: string;
  invalid: boolean;
  onCommit: (text: string) => void;
}) {
  return (
    <input
      aria-label={label}
      defaultValue={text}
      aria-invalid={invalid || undefined}
      maxLength={40}
      autoComplete="off"
      className={`w-24 rounded-lg border-2 bg-enamel px-2 py-1 text-right font-semibold ${invalid ? "border-crust text-crust" : "border-rim"}`}
      onBlur={(e) =>
        e.target.value !== text &&
        onCommit(/^\s*\d+([.,]\d+)?\s*$/.test(e.target.value) ? `${e.target.value.trim()} g` : e.target.value)
      }
      onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
    />
  );
}

const PLACES = [
  { value: "dough" as const, label: "with the rest", short: "in" },
  { value: "sponge" as const, label: "into a sponge", note: "mixed hours before", short: "sponge" },
  { value: "soaked" as const, label: "soaked or scalded", note: "before, with some of the water", short: "soaked" },
  { value: "late" as const, label: "late", note: "after the gluten is made", short: "late" },
];

/** An amount the cook wrote is sure: what a cup might have held no longer matters. */
const weighed = (row: Row, amount: string): Row => ({
  use: row.use,
  amount,
  ...(row.written && { written: row.written }),
  ...(row.part && { part: row.part }),
});

function fillingOf(document: Bake, path: ListPath): { name: string; ingredients: Row[] } | undefined {
  if (path[0] === "dough") return undefined;
  const filling = path[0] === "filling" ? document.filling : (document.more_groups?.[path[1]]?.filling ?? undefined);
  const within = path.slice(path[0] === "filling" ? 1 : 3).join(".");
  return within ? laidIn(filling).find((laid) => laid.path.join(".") === within)?.one : filling;
}

/** The name of a filling, as the sentence calls it. */
function FillingName({ path, ...e }: Editing & { path: ListPath }) {
  const name = fillingOf(e.document, path)?.name ?? "";
  return (
    <input
      aria-label={`Name of ${name}`}
      key={name}
      defaultValue={name}
      maxLength={80}
      autoComplete="off"
      className="w-full rounded-lg border-2 border-rim bg-enamel px-2 py-1 font-bold"
      onBlur={(x) =>
        x.target.value.trim() &&
        x.target.value !== name &&
        e.edit(setAt(e.document, [...path, "name"], x.target.value.trim()))
      }
      onKeyDown={(x) => x.key === "Enter" && x.currentTarget.blur()}
    />
  );
}

const NEW_FILLING = {
  name: "second filling",
  state: "cooked" as const,
  temperature: "6 C",
  hands_on: "15 min",
  cooling: "30 min",
  ingredients: [{ use: "hard cheese", amount: "100 g" }],
};

/** The bake with half of its pieces given to a filling of their own. */
function withAnother(document: Bake): Bake {
  const half = Math.max(1, Math.floor(document.pieces / 2));
  const more = document.more_groups ?? [];
  const name = more.length ? `${NEW_FILLING.name} ${more.length + 1}` : NEW_FILLING.name;
  return {
    ...document,
    pieces: Math.max(1, document.pieces - half),
    more_groups: [
      ...more,
      { pieces: half, filling_per_piece: document.filling_per_piece, filling: { ...NEW_FILLING, name } },
    ],
  };
}

const HEATS = [
  { value: "same" as const, label: "heated with the others" },
  { value: "oven" as const, label: "baked on their own", note: "in the oven while the others go their way" },
  { value: "steam" as const, label: "steamed on their own", note: "in the basket while the others go their way" },
  { value: "pan" as const, label: "cooked in the pan on their own", note: "on the hob" },
];

/** A group heated with the others, or in a heat of its own. */
function withHeat(document: Bake, at: number, method: "same" | "oven" | "steam" | "pan"): Bake {
  const groups = (document.more_groups ?? []).map((g, i) => {
    if (i !== at) return g;
    const alone = { ...g };
    delete alone.heat;
    return method === "same"
      ? alone
      : {
          ...alone,
          heat: {
            method,
            rest: "5 min",
            covered: method === "steam",
            ...(method === "oven" && { temperature: "190 C" }),
          },
        };
  });
  return { ...document, more_groups: groups };
}

/** The same bake with half of its first pieces frozen raw, for another day. */
function halfFrozen(document: Bake): Bake {
  const frozen = Math.floor(document.pieces / 2);
  const { closing, filling, filling_per_piece } = document;
  const inside = closing === "plain" ? { closing } : { filling, filling_per_piece };
  const heat = { ...document.heat, from: "frozen" as const, cold_for: "336 h", minutes: null };
  return {
    ...document,
    pieces: document.pieces - frozen,
    more_groups: [...(document.more_groups ?? []), { pieces: frozen, ...inside, heat }],
  };
}

/** Without a group: its pieces go back to the first. */
function withoutGroup(document: Bake, at: number): Bake {
  const gone = document.more_groups?.[at];
  return {
    ...document,
    pieces: document.pieces + (gone?.pieces ?? 0),
    more_groups: (document.more_groups ?? []).filter((_, i) => i !== at),
  };
}

/** What a food is called, or its key where the pantry does not know it. */
function nameOf(pantry: PantryItem[], use: string, u: ReturnType<typeof useUnits>): string {
  const item = pantry.find((one) => one.key === use);
  return item ? u.text(item.name) : use;
}

function Ingredients({ path, pantry, ...e }: Editing & { path: ListPath; pantry: PantryItem[] }) {
  const u = useUnits();
  const part = path[0] === "dough" ? "dough" : "filling";
  const list = path[0] === "dough" ? e.document.dough : fillingOf(e.document, path);
  const rows: Row[] = list?.ingredients ?? [];
  const place = whereOf([...path, "ingredients"]);
  const whose = path[0] === "more_groups" ? `filling ${path[1] + 2}` : part;
  const laid = path.length > (path[0] === "more_groups" ? 3 : 1);
  const named = laid ? `${fillingOf(e.document, path)?.name ?? ""} in the ${whose}` : whose;
  const put = (next: typeof rows) => e.edit(setAt(e.document, [...path, "ingredients"], next));
  const unused = pantry.filter((item) => !rows.some((row) => row.use === item.key));
  return (
    <section aria-label={`${named} as written`}>
      {part === "dough" ? <h3 className="font-bold">Dough</h3> : <FillingName {...e} path={path} />}
      <ul>
        {rows.map((row, i) => (
          <li key={`${i}-${row.use}-${row.amount}`} className="flex items-center justify-between gap-2 py-0.5">
            <span className="min-w-0 flex-1">
              {nameOf(pantry, row.use, u)}
              {row.written && <span className="block text-base leading-tight text-muted">“{row.written}”</span>}
              {row.assumed && <span className="block text-base leading-tight text-muted">a usual amount, assumed</span>}
            </span>
            {part === "dough" && (
              <Choice
                label={`Goes, ${row.use}`}
                value={row.part ?? "dough"}
                options={PLACES}
                onChoose={(place) => put(rows.map((other, j) => (j === i ? { ...other, part: place } : other)))}
                className="min-h-7 text-base text-cobalt underline decoration-rim decoration-2 underline-offset-4"
              >
                {PLACES.find((place) => place.value === (row.part ?? "dough"))?.short}
              </Choice>
            )}
            <Written
              label={`Amount of ${row.use}`}
              text={row.amount}
              invalid={e.problems.some((q) => q.where.startsWith(`${place}[${i}]`))}
              onCommit={(amount) => put(rows.map((other, j) => (j === i ? weighed(other, amount) : other)))}
            />
            <button
              type="button"
              aria-label={`Leave out ${row.use}`}
              className="min-h-9 min-w-9 rounded-lg text-lg font-bold text-muted hover:text-crust"
              onClick={() => put(rows.filter((_, j) => j !== i))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <FoodChoice
        label={`Add to the ${named}`}
        value=""
        pantry={unused}
        onChoose={(use) => put([...rows, { use, amount: "10 g" }])}
        className="font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
      >
        add an ingredient
      </FoodChoice>
    </section>
  );
}

/** What is strewn, dusted or spread on the pieces: for whoever must not eat it, and for the card. */
function OnTop({ pantry, document, edit }: Editing & { pantry: PantryItem[] }) {
  const u = useUnits();
  const tops = document.on_top ?? [];
  const put = (on_top: typeof tops) => edit({ ...document, on_top });
  const unused = pantry.filter((item) => !tops.some((top) => top.use === item.key));
  return (
    <section aria-label="On top">
      <h3 className="font-bold">On top</h3>
      <p className="text-base text-muted">Strewn, brushed or spread on: it counts for allergens, not for the sums.</p>
      <ul>
        {tops.map((top) => (
          <li key={top.use} className="flex items-center justify-between gap-2 py-0.5">
            {nameOf(pantry, top.use, u)}
            <button
              type="button"
              aria-label={`Leave ${top.use} off`}
              className="min-h-9 min-w-9 rounded-lg text-lg font-bold text-muted hover:text-crust"
              onClick={() => put(tops.filter((other) => other !== top))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <FoodChoice
        label="Put on top"
        value=""
        pantry={unused}
        onChoose={(use) => put([...tops, { use }])}
        className="font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
      >
        put something on top
      </FoodChoice>
    </section>
  );
}

/** The recipe as written: a ratio, changed here, scaled above. */
export function Recipe({ pantry, swaps, ...e }: Editing & { pantry: PantryItem[]; swaps: Swap[] }) {
  const u = useUnits();
  const more = e.document.more_groups ?? [];
  const closings = useClosings();
  const swap = (s: Swap) =>
    e.edit(s.answer.changes.reduce((doc, change) => setAt(doc, change.path, change.value), e.document));
  return (
    <div className="mt-4 rounded-2xl border-2 border-rim p-4">
      <p className="mb-2 text-muted">
        The recipe as written. Only its proportions matter: the amounts beside it follow from the sentence.
      </p>
      <div className="grid gap-5 tab:grid-cols-2">
        <Ingredients {...e} path={["dough"]} pantry={pantry} />
        <div className="flex flex-col gap-5">
          {e.document.closing !== "plain" && <Ingredients {...e} path={["filling"]} pantry={pantry} />}
          {e.document.closing !== "plain" &&
            laidIn(e.document.filling).map(({ path }) => (
              <Ingredients key={path.join(".")} {...e} path={["filling", ...path]} pantry={pantry} />
            ))}
          {more.map((group, i) => (
            <div key={`${i}-${more.length}`}>
              {group.filling && <Ingredients {...e} path={["more_groups", i, "filling"]} pantry={pantry} />}
              {laidIn(group.filling ?? undefined).map(({ path }) => (
                <Ingredients
                  key={path.join(".")}
                  {...e}
                  path={["more_groups", i, "filling", ...path]}
                  pantry={pantry}
                />
              ))}
              <p className="mt-1 text-muted [--chip:var(--inset)]">
                {group.filling ? "Closed as" : "These are"}{" "}
                <Choice
                  label={`Closing of ${group.filling?.name ?? "the plain ones"}`}
                  value={group.closing ?? e.document.closing}
                  options={closings.filter((c) => group.filling || !c.wraps)}
                  onChoose={(closing) => e.edit(setAt(e.document, ["more_groups", i, "closing"], closing))}
                  className="font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
                />{" "}
                of{" "}
                <Quantity
                  {...e}
                  label={`Dough in each with ${group.filling?.name ?? "nothing inside"}`}
                  kind="mass"
                  path={["more_groups", i, "dough_per_piece"]}
                  text={group.dough_per_piece ?? e.document.dough_per_piece}
                />{" "}
                dough,{" "}
                <Choice
                  label={`Heat of ${group.filling?.name ?? "the plain ones"}`}
                  value={group.heat?.method ?? "same"}
                  options={HEATS}
                  onChoose={(v) => e.edit(withHeat(e.document, i, v))}
                  className="font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
                />
                .{" "}
                <button
                  type="button"
                  className="min-h-7 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
                  onClick={() => e.edit(withoutGroup(e.document, i))}
                >
                  {group.filling ? "Leave this filling out" : "Leave these out"}
                </button>
              </p>
            </div>
          ))}
          <OnTop {...e} pantry={pantry} />
          {more.length < 5 && (
            <button
              type="button"
              className="min-h-7 self-start text-left font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
              onClick={() => e.edit({ ...e.document, more_groups: [...more, { pieces: 1, closing: "plain" }] })}
            >
              one plain piece besides
            </button>
          )}
          {more.length < 5 && e.document.pieces > 1 && (e.document.heat.from ?? "proofed") === "proofed" && (
            <button
              type="button"
              className="min-h-7 self-start text-left font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
              onClick={() => e.edit(halfFrozen(e.document))}
            >
              freeze half of them raw
            </button>
          )}
          {more.length < 5 && e.document.pieces > 1 && (
            <button
              type="button"
              className="min-h-7 self-start text-left font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
              onClick={() => e.edit(withAnother(e.document))}
            >
              another filling for half of the pieces
            </button>
          )}
        </div>
      </div>
      {swaps.length > 0 && (
        <section aria-label="Swaps" className="mt-4">
          <h3 className="font-bold">Swaps that keep the dough true</h3>
          <ul className="grid gap-x-6 tab:grid-cols-2">
            {swaps.map((s, i) => (
              <li key={`${i}-${u.text(s.of)}-${u.text(s.answer.label)}`} className="border-t-2 border-inset py-1">
                {u.text(s.of)}:{" "}
                <button
                  type="button"
                  className="min-h-7 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
                  onClick={() => swap(s)}
                >
                  {u.text(s.answer.label)}
                </button>
                <span className="block text-base text-muted">{u.text(s.why)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
