import { memo } from "react";

import type { Bake, Sheet } from "../../api/client";
import { shownNumber, read, unitOf, written } from "../../lib/quantity";
import { useSettings, useUnits } from "../../lib/settings";
import type { Edit } from "../../parts/quantity";
import { Amount } from "../../ui/amount";
import { Small } from "../../ui/button";
import { Choice } from "../../ui/choice";

const FRACTIONS = [
  { value: "1", label: "the recipe as written" },
  { value: "0.5", label: "half the recipe" },
  { value: "2", label: "twice the recipe" },
];

/** A whole number as typed, or the text itself for the server to say what is wrong with it. */
const whole = (typed: string): number =>
  Number.isInteger(Number(typed)) && typed.trim() ? Number(typed) : (typed as unknown as number);

type Group = NonNullable<Bake["more_groups"]>[number];

/** The bake with each of its groups changed, the first and the further ones alike. */
function eachGroup(document: Bake, change: (at: number, group: Bake | Group) => Partial<Group>): Bake {
  const more = document.more_groups?.map((group, i) => ({ ...group, ...change(i + 1, group) }));
  return { ...document, ...change(0, document), ...(more && { more_groups: more }) };
}

/** The bake with the numbers of pieces in sight written into it. */
const withPieces = (document: Bake, sheet: Sheet | null): Bake =>
  eachGroup(document, (i, g) => ({ pieces: sheet?.scaled.shares[i]?.pieces ?? g.pieces }));

/** The bake with what followed from the held number written into it. What was typed stays: the sheet in sight may be
 * the one before it. */
const asScaled = (document: Bake, sheet: Sheet | null): Bake => {
  if (document.pin?.gives_way === "pieces") return withPieces(document, sheet);
  return eachGroup(document, (i, g) => {
    const share = sheet?.scaled.shares[i];
    if (!share) return {};
    const dough = g.dough_per_piece === undefined ? {} : { dough_per_piece: `${share.dough_per_piece_g.toFixed(1)} g` };
    // A plain piece has none, and keeps what was written for when it gets some again.
    return {
      ...dough,
      ...(share.filling_per_piece_g > 0 && { filling_per_piece: `${share.filling_per_piece_g.toFixed(1)} g` }),
    };
  });
};

/** As many pieces as one load takes: the groups keep their proportion, the first takes what is over. */
function filled(document: Bake, sheet: Sheet | null): Bake {
  const shares = sheet?.scaled.shares ?? [];
  const factor = (sheet?.heat.per_load ?? 1) / (sheet?.scaled.pieces ?? 1);
  const counts = shares.map((s) => Math.max(1, Math.floor(s.pieces * factor)));
  const rest = (sheet?.heat.per_load ?? 0) - counts.reduce((a, b) => a + b, 0);
  return eachGroup(document, (i, g) => ({ pieces: (counts[i] ?? g.pieces) + (i === 0 ? Math.max(0, rest) : 0) }));
}

/** What is held and what gives way, as a second, smaller sentence. */
export const Hold = memo(({ document, sheet, edit }: { document: Bake; sheet: Sheet | null; edit: Edit }) => {
  const { units } = useSettings();
  const u = useUnits();
  const pin = document.pin;
  const eaters = document.eaters;
  const by = eaters ? "eaters" : (pin?.by ?? "nothing");
  const flours = sheet?.weigh.dough.filter((line) => line.role === "flour") ?? [];
  const groups = sheet?.groups ?? [];
  const options = [
    { value: "nothing", label: "nothing", note: "pieces and weights decide how much is made" },
    { value: "eaters", label: "who eats", note: "so many eaters, so many pieces for each" },
    { value: "flour", label: "the flour I have" },
    ...groups.flatMap((g, i) =>
      g.filling_each_g
        ? [
            {
              value: i ? `filling ${i + 1}` : "filling",
              label: groups.length > 1 ? `the ${u.text(g.name)} I have` : "the filling I have",
            },
          ]
        : [],
    ),
    { value: "dough", label: "the whole dough" },
    {
      value: "fits",
      label: `what goes in at once: ${sheet?.heat.per_load ?? 1}`,
      note: "as many pieces as one load of the steamer or oven",
    },
    ...FRACTIONS.map(({ value, label }) => ({
      value,
      label,
      note: `${u.mass((sheet?.weigh.recipe_g ?? 0) * Number(value))} of dough, as the recipe makes it`,
    })),
    ...(sheet?.weigh.dough
      .filter((line) => flours.length > 1 || line.role !== "flour")
      .map((line) => ({ value: line.key, label: u.text(line.name) })) ?? []),
  ];
  const now = (what: string) =>
    what === "flour"
      ? sheet?.weigh.flour_g
      : what.startsWith("filling")
        ? groups[Number(what.slice(8) || 1) - 1]?.filling_g
        : what === "dough"
          ? sheet?.weigh.dough_g
          : sheet?.weigh.dough.find((l) => l.key === what)?.grams;
  const choose = (what: string) => {
    const pieces = sheet?.scaled.shares[0]?.pieces ?? document.pieces;
    if (what === "eaters")
      return edit({
        ...document,
        pin: null,
        eaters: { count: Math.max(1, Math.round((sheet?.scaled.pieces ?? pieces) / 2)), each: 2 },
      });
    chooseFrom(what, eaters ? { ...withPieces(document, sheet), eaters: null } : document);
  };
  const chooseFrom = (what: string, document: Bake) => {
    if (what === "fits") return edit({ ...filled(document, sheet), pin: null });
    if (FRACTIONS.some((f) => f.value === what))
      return edit({
        ...document,
        pin: {
          by: "dough",
          amount: `${((sheet?.weigh.recipe_g ?? 500) * Number(what)).toFixed(0)} g`,
          gives_way: "pieces",
        },
      });
    if (what === "nothing") {
      // The numbers in sight stay as they are when nothing is held any more.
      edit({ ...asScaled(document, sheet), pin: null });
    } else edit({ ...document, pin: { by: what, amount: `${Math.round(now(what) ?? 500)} g`, gives_way: "pieces" } });
  };
  const share = (of: number) =>
    edit({
      ...document,
      pin: { by: "dough", amount: `${((sheet?.weigh.dough_g ?? 500) * of).toFixed(0)} g`, gives_way: "pieces" },
    });
  const value = pin ? read(pin.amount, "mass") : null;
  const each = by.startsWith("filling") ? "the filling in each" : "the dough in each";
  return (
    <p className="text-base leading-[1.9] text-muted">
      Held:{" "}
      <Choice
        label="Held"
        value={by}
        options={options}
        onChoose={choose}
        className="rounded border-b-2 border-cobalt font-bold text-cobalt"
      />
      {!pin && !eaters && (
        <span className={`ml-3 inline-flex gap-3 ${sheet ? "" : "invisible"}`}>
          <Small onClick={() => share(0.5)}>half of it</Small>
          <Small onClick={() => share(2)}>twice</Small>
        </span>
      )}
      {eaters && (
        <>
          {": "}
          <Amount
            label="Eaters"
            shown={String(eaters.count)}
            step={1}
            largeStep={4}
            onCommit={(t) => edit({ ...document, eaters: { ...eaters, count: whole(t) } })}
            onPreview={(t) => edit({ ...document, eaters: { ...eaters, count: whole(t) } }, true)}
          />{" "}
          at table,{" "}
          <Amount
            label="Pieces for each"
            shown={String(eaters.each)}
            step={1}
            largeStep={2}
            onCommit={(t) => edit({ ...document, eaters: { ...eaters, each: whole(t) } })}
            onPreview={(t) => edit({ ...document, eaters: { ...eaters, each: whole(t) } }, true)}
          />{" "}
          for each
        </>
      )}
      {pin && (
        <>
          {", "}
          <Amount
            label="Amount held"
            shown={value === null ? pin.amount : shownNumber(value, "mass", units)}
            {...(value === null ? {} : { unit: unitOf("mass", units) })}
            step={5}
            largeStep={50}
            onCommit={(t) => edit({ ...document, pin: { ...pin, amount: written(t, "mass", units) } })}
            onPreview={(t) => edit({ ...document, pin: { ...pin, amount: written(t, "mass", units) } }, true)}
          />
          , so{" "}
          <Choice
            label="Gives way"
            value={pin.gives_way}
            onChoose={(gives_way) => edit({ ...document, pin: { ...pin, gives_way } })}
            className="rounded border-b-2 border-cobalt font-bold text-cobalt"
            options={[
              { value: "pieces", label: "the number of pieces" },
              { value: "weight", label: each },
            ]}
          />{" "}
          gives way
          {sheet && sheet.scaled.spare_dough_g > 1 && <>; {u.mass(sheet.scaled.spare_dough_g)} of dough is spare</>}
        </>
      )}
    </p>
  );
});
