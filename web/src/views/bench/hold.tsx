import type { Bake, Sheet } from "../../api/client";
import { shownNumber, read, unitOf, written } from "../../lib/quantity";
import { useSettings, useUnits } from "../../lib/settings";
import type { Edit } from "../../trays/quantity";
import { Amount } from "../../ui/amount";
import { Choice } from "../../ui/choice";

const FRACTIONS = [
  { value: "1", label: "the recipe as written" },
  { value: "0.5", label: "half the recipe" },
  { value: "2", label: "twice the recipe" },
];

/** A whole number as typed, or the text itself for the server to say what is wrong with it. */
const whole = (typed: string): number => (Number.isInteger(Number(typed)) && typed.trim() ? Number(typed) : (typed as unknown as number));

/** What is held and what gives way, as a second, smaller sentence. */
export function Hold({ document, sheet, edit }: { document: Bake; sheet: Sheet | null; edit: Edit }) {
  const { units } = useSettings();
  const u = useUnits();
  const pin = document.pin;
  const eaters = document.eaters;
  const by = eaters ? "eaters" : (pin?.by ?? "nothing");
  const flours = sheet?.weigh.dough.filter((line) => line.role === "flour") ?? [];
  const options = [
    { value: "nothing", label: "nothing", note: "pieces and weights decide how much is made" },
    { value: "eaters", label: "who eats", note: "so many eaters, so many pieces for each" },
    { value: "flour", label: "the flour I have" },
    { value: "filling", label: "the filling I have" },
    { value: "dough", label: "the whole dough" },
    { value: "fits", label: `what goes in at once: ${sheet?.heat.per_load ?? 1}`, note: "as many pieces as one load of the steamer or oven" },
    ...FRACTIONS.map(({ value, label }) => ({ value, label, note: `${u.mass((sheet?.weigh.recipe_g ?? 0) * Number(value))} of dough, as the recipe makes it` })),
    ...(sheet?.weigh.dough.filter((line) => flours.length > 1 || line.role !== "flour").map((line) => ({ value: line.key, label: line.name })) ?? []),
  ];
  const now = (what: string) =>
    what === "flour" ? sheet?.weigh.flour_g : what === "filling" ? sheet?.weigh.filling_g : what === "dough" ? sheet?.weigh.dough_g : sheet?.weigh.dough.find((l) => l.key === what)?.grams;
  const choose = (what: string) => {
    const pieces = sheet?.scaled.pieces ?? document.pieces;
    if (what === "eaters") return edit({ ...document, pin: null, eaters: { count: Math.max(1, Math.round(pieces / 2)), each: 2 } });
    chooseFrom(what, eaters ? { ...document, pieces, eaters: null } : document);
  };
  const chooseFrom = (what: string, document: Bake) => {
    if (what === "fits") return edit({ ...document, pin: null, pieces: sheet?.heat.per_load ?? document.pieces });
    if (FRACTIONS.some((f) => f.value === what)) return edit({ ...document, pin: { by: "dough", amount: `${((sheet?.weigh.recipe_g ?? 500) * Number(what)).toFixed(0)} g`, gives_way: "pieces" } });
    if (what === "nothing") {
      // The numbers in sight stay as they are when nothing is held any more.
      const s = sheet?.scaled;
      edit({ ...document, pin: null, ...(s ? { pieces: s.pieces, dough_per_piece: `${s.dough_per_piece_g.toFixed(1)} g`, filling_per_piece: `${s.filling_per_piece_g.toFixed(1)} g` } : {}) });
    } else edit({ ...document, pin: { by: what, amount: `${Math.round(now(what) ?? 500)} g`, gives_way: "pieces" } });
  };
  const value = pin ? read(pin.amount, "mass") : null;
  const each = by === "filling" ? "the filling in each" : "the dough in each";
  return (
    <p className="text-base leading-[1.9] text-muted">
      Held: <Choice label="Held" value={by} options={options} onChoose={choose} className="rounded border-b-2 border-cobalt font-bold text-cobalt" />
      {eaters && (
        <>
          {": "}
          <Amount label="Eaters" shown={String(eaters.count)} step={1} largeStep={4} onCommit={(t) => edit({ ...document, eaters: { ...eaters, count: whole(t) } })} onPreview={(t) => edit({ ...document, eaters: { ...eaters, count: whole(t) } }, true)} /> at table,{" "}
          <Amount label="Pieces for each" shown={String(eaters.each)} step={1} largeStep={2} onCommit={(t) => edit({ ...document, eaters: { ...eaters, each: whole(t) } })} onPreview={(t) => edit({ ...document, eaters: { ...eaters, each: whole(t) } }, true)} /> for each
        </>
      )}
      {pin && (
        <>
          {", "}
          <Amount label="Amount held" shown={value === null ? pin.amount : shownNumber(value, "mass", units)} {...(value === null ? {} : { unit: unitOf("mass", units) })}
            step={5} largeStep={50} onCommit={(t) => edit({ ...document, pin: { ...pin, amount: written(t, "mass", units) } })} onPreview={(t) => edit({ ...document, pin: { ...pin, amount: written(t, "mass", units) } }, true)} />
          , so{" "}
          <Choice label="Gives way" value={pin.gives_way} onChoose={(gives_way) => edit({ ...document, pin: { ...pin, gives_way } })} className="rounded border-b-2 border-cobalt font-bold text-cobalt"
            options={[{ value: "pieces", label: "the number of pieces" }, { value: "weight", label: each }]} />{" "}
          gives way
          {sheet && sheet.scaled.spare_dough_g > 1 && <>; {u.mass(sheet.scaled.spare_dough_g)} of dough is spare</>}
        </>
      )}
      {!pin && sheet && <>{eaters ? "; " : ": "}{u.mass(sheet.weigh.flour_g)} of flour makes {u.mass(sheet.weigh.dough_g)} of dough; {u.mass(sheet.weigh.filling_g)} of filling</>}.
    </p>
  );
}
