import type { ReactNode } from "react";

import type { Bake, PantryItem, Sheet, SpotOut } from "../api/client";
import { setAt } from "../lib/path";
import { Amount } from "../ui/amount";
import { Choice } from "../ui/choice";
import { FillingSettings } from "../parts/filling-settings";
import { HeatSentence } from "../parts/heat-settings";
import { Minutes } from "../parts/minutes";
import { OwnSteps } from "../parts/own-steps";
import { RollSettings } from "../parts/rolled-to";
import { Stays } from "../parts/stays";
import { Until } from "../parts/until";
import { Quantity, QUIET, whereOf, type Editing, type Path } from "../parts/quantity";
import { useUnits } from "../lib/settings";

const DIVIDED = [
  { value: "scale" as const, label: "on the scale" },
  { value: "eye" as const, label: "by eye, halving", note: "an even log, cut where the lines are" },
  { value: "torn" as const, label: "torn by feel", note: "and weighed back now and then" },
];
const SPARE = [
  { value: "" as const, label: "as it falls out" },
  { value: "spread" as const, label: "spread over all" },
  { value: "plain" as const, label: "made into one plain piece" },
  { value: "keep" as const, label: "kept", note: "two days in the fridge, covered" },
];

/** What is done with dough left over; as it falls out where nothing is said. */
function withSpare(document: Bake, what: NonNullable<Bake["spare_dough"]> | ""): Bake {
  const next = { ...document };
  delete next.spare_dough;
  return what ? { ...next, spare_dough: what } : next;
}

/** A plain number of the bake, such as how far the dough should rise. */
function Times(p: Editing & { label: string; path: Path; value: number; step: number }) {
  const put = (typed: string, preview: boolean) => {
    const value = Number(typed.replace(",", "."));
    p.edit(setAt(p.document, p.path, Number.isFinite(value) && typed.trim() !== "" ? value : typed), preview);
  };
  const invalid = p.problems.some((q) => q.where === whereOf(p.path));
  return (
    <Amount
      label={p.label}
      shown={String(p.value)}
      step={p.step}
      largeStep={0.5}
      invalid={invalid}
      onCommit={(t) => put(t, false)}
      onPreview={(t) => put(t, true)}
    />
  );
}

/** Yeast as a share of the flour: changing it changes every yeast of the recipe alike. */
function YeastShare({ sheet, ...e }: Editing & { sheet: Sheet }) {
  const percent = sheet.weigh.percentages.yeast;
  const put = (typed: string, preview: boolean) => {
    const wanted = Number(typed.replace(",", "."));
    if (!Number.isFinite(wanted) || wanted <= 0 || wanted > 20 || percent <= 0) return;
    const perRecipe = sheet.weigh.recipe_g / sheet.weigh.dough_g;
    const ingredients = e.document.dough.ingredients.map((row, i) => {
      const line = sheet.weigh.dough[i];
      if (line?.role !== "yeast") return row;
      return {
        use: row.use,
        amount: `${((line.grams * perRecipe * wanted) / percent).toPrecision(3)} g`,
        ...(row.written && { written: row.written }),
        ...(row.part && { part: row.part }),
      };
    });
    e.edit(setAt(e.document, ["dough", "ingredients"], ingredients), preview);
  };
  return (
    <Amount
      label="Yeast share"
      shown={percent.toFixed(2)}
      unit="%"
      step={0.05}
      largeStep={0.25}
      onCommit={(t) => put(t, false)}
      onPreview={(t) => put(t, true)}
    />
  );
}

const LIFTS = [
  { value: "yeast" as const, label: "yeast" },
  {
    value: "yeast and baking powder" as const,
    label: "yeast and baking powder",
    note: "whiter, some lift in the heat",
  },
  { value: "soda" as const, label: "soda alone", note: "it rests, and lifts in the heat" },
  { value: "none" as const, label: "nothing", note: "a stretchy dough, rested only" },
];

function RiseSettings({ sheet, spots, ...e }: Editing & { sheet: Sheet; spots: SpotOut[] }) {
  const d = e.document;
  if (sheet.rise.rests)
    return (
      <>
        Lifted by{" "}
        <Choice
          label="Lifted by"
          value={d.dough.leavening}
          options={LIFTS}
          className={QUIET}
          onChoose={(v) => e.edit(setAt(d, ["dough", "leavening"], v))}
        />
        ; it rests for{" "}
        <Minutes {...e} label="Rest of the dough" path={["rise", "rest"]} text={d.rise.rest ?? "30 min"} />.
      </>
    );
  return (
    <>
      <Until {...e} stage="rise">
        to <Times {...e} label="Rise to" path={["rise", "to"]} value={d.rise.to} step={0.1} /> times its size
      </Until>
      <Stays {...e} stage="rise" label="Where it rises" spots={spots} />, in a{" "}
      <Choice
        label="Rises in"
        value={d.rise.in ?? "bowl"}
        className={QUIET}
        onChoose={(v) => e.edit(setAt(d, ["rise", "in"], v))}
        options={[
          { value: "bowl", label: "bowl" },
          { value: "bag", label: "flat bag", note: "takes the cold sooner" },
        ]}
      />
      ;{" "}
      <Choice
        label="Second rise"
        value={d.rise.again_to ? "again" : "once"}
        className={QUIET}
        onChoose={(v) => e.edit(setAt(d, ["rise", "again_to"], v === "again" ? 1.4 : null))}
        options={[
          { value: "once", label: "once" },
          { value: "again", label: "knocked back, and again", note: "a chewier crumb" },
        ]}
      />
      {d.rise.again_to && (
        <>
          {" to "}
          <Times {...e} label="Second rise to" path={["rise", "again_to"]} value={d.rise.again_to} step={0.05} /> times
        </>
      )}
      . Lifted by{" "}
      <Choice
        label="Lifted by"
        value={d.dough.leavening}
        options={LIFTS}
        className={QUIET}
        onChoose={(v) => e.edit(setAt(d, ["dough", "leavening"], v))}
      />
      , <YeastShare {...e} sheet={sheet} /> of yeast. The room&rsquo;s warmth{" "}
      <Choice
        label="Room from"
        value={d.plan?.room_from ?? "typed"}
        className={QUIET}
        onChoose={(v) => e.edit(setAt(d, ["plan", "room_from"], v))}
        options={[
          { value: "typed", label: "as typed above" },
          { value: "thermometer", label: "by the thermometer", note: "while it speaks; else as typed" },
        ]}
      />
      .
    </>
  );
}

/** What can be changed about this tray, in a sentence of its own. */
/** Where steps of the cook's own may stand, by the tray they are shown on. */
const OWN: Record<string, [NonNullable<Bake["steps"]>[number]["before"], string][]> = {
  weigh: [["weigh", "Your own steps before you weigh"]],
  rise: [["rise", "Your own steps once it is kneaded"]],
  divide: [["divide", "Your own steps before you divide"]],
  wrap: [["wrap", "Your own steps before you wrap"]],
  proof: [["heat", "Your own steps just before the heat"]],
  heat: [
    ["fire", "Your own steps in the heat"],
    ["rest", "Your own steps while they are hot"],
    ["table", "Your own steps before you eat"],
  ],
};

type Settings = Editing & { tray: string; sheet: Sheet; spots: SpotOut[] };

/** How a stage is done, in a sentence, and the cook's own steps around it. */
export function TraySettings({ pantry, ...p }: Settings & { pantry: PantryItem[] }) {
  const { tray, document, problems, edit } = p;
  return (
    <>
      <StageSettings {...p} />
      {(OWN[tray] ?? []).map(([before, title]) => (
        <OwnSteps key={before} {...{ before, title, pantry, document, problems, edit }} />
      ))}
    </>
  );
}

function StageSettings({ tray, sheet, spots, ...e }: Settings) {
  const u = useUnits();
  const d = e.document;
  const line = (children: ReactNode) => <p className="leading-[2.1] text-muted [--chip:var(--inset)]">{children}</p>;
  if (tray === "weigh")
    return line(
      <>
        {sheet.rise.rests ? "Nothing in it rises. " : "Yeast "}
        {!sheet.rise.rests && (
          <Choice
            label="Yeast"
            value={d.dough.yeast_school ?? (d.dough.yeast_woken ? "woken" : "straight")}
            className={QUIET}
            onChoose={(v) => e.edit(setAt(d, ["dough", "yeast_school"], v))}
            options={[
              {
                value: "straight",
                label: "straight into the flour",
                note: "instant yeast; liquid at the temperature beside",
              },
              {
                value: "woken",
                label: "woken in warm liquid first",
                note: `${u.quantity({ kind: "temperature", value: 38, to: 43 })} with a little sugar, 5 to 15 min; no foam: stop`,
              },
              {
                value: "little",
                label: "woken in a little of the liquid",
                note: `${u.quantity({ kind: "temperature", value: 38, to: 43 })} with a spoonful of the sugar; the rest of the liquid as warm as the dough asks`,
              },
              {
                value: "apart",
                label: "apart from sugar and salt",
                note: "in a little warm water of its own; sugar and salt once it is in the flour",
              },
            ]}
          />
        )}
        {sheet.rise.rests ? "" : ". "}Kneaded{" "}
        <Choice
          label="Kneaded"
          value={d.dough.kneading ?? "hand"}
          className={QUIET}
          onChoose={(v) => e.edit(setAt(d, ["dough", "kneading"], v))}
          options={[
            { value: "hand", label: "by hand", note: "8 to 12 min" },
            { value: "machine", label: "by machine", note: "5 to 10 min; warms the dough" },
            { value: "none", label: "not at all", note: "mixed until no dry flour is left; best left cold overnight" },
            {
              value: "sheeted",
              label: "by hand, and sheeted after the rise",
              note: "rolled thin and folded seven times: no bubbles, a smooth skin",
            },
            { value: "after", label: "after the rise", note: "barely mixed now, kneaded once it has risen: spongier" },
          ]}
        />
        , to a dough at{" "}
        <Quantity
          {...e}
          label="Dough temperature wanted"
          kind="temperature"
          path={["dough", "wanted_temperature"]}
          text={d.dough.wanted_temperature ?? "26 C"}
        />
        . Dough after that{" "}
        <Choice
          label="Dough temperature"
          value={d.dough.start_temperature ? "measured" : "predicted"}
          className={QUIET}
          onChoose={(v) => e.edit(setAt(d, ["dough", "start_temperature"], v === "measured" ? "26 C" : null))}
          options={[
            { value: "predicted", label: "not measured" },
            { value: "measured", label: "measured", note: "narrows the rise more than anything else" },
          ]}
        />
        {d.dough.start_temperature && (
          <>
            {" at "}
            <Quantity
              {...e}
              label="Dough temperature, measured"
              kind="temperature"
              path={["dough", "start_temperature"]}
              text={d.dough.start_temperature}
            />
          </>
        )}
        .
        {sheet.sponge && (
          <>
            {" "}
            The sponge ripens:{" "}
            <Until {...e} stage="sponge">
              to <Times {...e} label="Sponge to" path={["sponge", "to"]} value={d.sponge?.to ?? 2.6} step={0.1} /> times
              its size
            </Until>
            <Stays {...e} stage="sponge" label="Where the sponge ripens" spots={spots} />.
          </>
        )}
      </>,
    );
  if (tray === "rise") return line(<RiseSettings {...e} sheet={sheet} spots={spots} />);
  if (tray === "divide")
    return line(
      <>
        Divided{" "}
        <Choice
          label="Divided"
          value={d.divide_by ?? "scale"}
          className={QUIET}
          options={DIVIDED}
          onChoose={(v) => e.edit(setAt(d, ["divide_by"], v))}
        />
        ; dough left over{" "}
        <Choice
          label="Dough left over"
          value={d.spare_dough ?? ""}
          className={QUIET}
          options={SPARE}
          onChoose={(v) => e.edit(withSpare(d, v))}
        />
        . Rounded, they relax for{" "}
        <Minutes {...e} label="Bench rest" path={["bench_rest"]} text={d.bench_rest ?? "10 min"} />.
      </>,
    );
  if (tray === "wrap")
    return line(
      <>
        <RollSettings {...e} sheet={sheet} />
        {d.closing === "kneaded_in" && (
          <>
            Kneaded{" "}
            <Choice
              label="When they are filled"
              value={d.filled === "in the dough" ? "in the dough" : "before"}
              className={QUIET}
              onChoose={(v) => e.edit(setAt(d, ["filled"], v))}
              options={[
                { value: "before", label: "into each piece" },
                { value: "in the dough", label: "into the dough, before it is divided" },
              ]}
            />
            .{" "}
          </>
        )}
        {d.closing === "well" && (
          <>
            Pressed and filled{" "}
            <Choice
              label="When they are filled"
              value={d.filled ?? "before"}
              className={QUIET}
              onChoose={(v) => e.edit(setAt(d, ["filled"], v))}
              options={[
                { value: "before", label: "before the proof" },
                {
                  value: "after",
                  label: "once they are proofed",
                  note: "rounds proof plain, then the hollow is pressed",
                },
              ]}
            />
            .{" "}
          </>
        )}
      </>,
    );
  if (tray === "filling") return line(<FillingSettings {...e} />);
  if (tray === "proof" && !sheet.proof.rests)
    return line(
      <>
        <Until {...e} stage="proof">
          to <Times {...e} label="Proof to" path={["proof", "to"]} value={d.proof.to} step={0.05} /> times the size as
          wrapped
        </Until>
        {d.proof.clock?.[0] !== "0 min" && <Stays {...e} stage="proof" label="Where they proof" spots={spots} />}.
      </>,
    );
  if (tray === "heat") {
    const others = (d.more_groups ?? []).flatMap((g, i) =>
      g.heat ? [{ i, heat: g.heat, name: g.filling?.name ?? "the plain ones" }] : [],
    );
    return line(
      <>
        <HeatSentence
          {...e}
          path={["heat"]}
          heat={d.heat}
          sheetHeat={sheet.heat}
          name={others.length ? sheet.heat.names.map(u.text).join(" and ") : undefined}
        />
        {others.map(({ i, heat, name }) => (
          <span key={i} className="block">
            <HeatSentence
              {...e}
              path={["more_groups", i, "heat"]}
              heat={heat}
              sheetHeat={sheet.more_heats.find((h) => h.names.some((said) => u.text(said) === name)) ?? sheet.heat}
              name={name}
            />
          </span>
        ))}
      </>,
    );
  }
  return null;
}
