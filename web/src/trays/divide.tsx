import type { ReactNode } from "react";

import type { Sheet } from "../api/client";
import { CutPlan } from "../drawings/cut-plan";
import { ShareDial } from "../drawings/share";
import { duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import type { Drawer } from "../ui/drawers";
import { Fact, Facts, Headline, Numbers, Plate } from "../ui/facts";

/** The groups' pieces in words: 12 × 62 g, or 6 × 70 g and 6 × 23 g where they differ. */
export function useCuts() {
  const u = useUnits();
  return (d: Sheet["divide"]) => {
    const alike = d.groups.every((g) => g.each_shown_g === d.groups[0]?.each_shown_g);
    return alike
      ? `${d.lumps} × ${u.mass(d.groups[0]?.each_shown_g ?? 0)}`
      : d.groups.map((g) => `${g.pieces} × ${u.mass(g.each_shown_g)}`).join(" and ");
  };
}

const HOW: Record<string, { under: string; note: string }> = {
  scale: {
    under: "turn out gently, cut, weigh, round up, seam below, cover",
    note: "weigh the whole dough first: it tells better than the recipe",
  },
  eye: {
    under: "turn out gently, roll it even, cut where the lines are",
    note: "weigh the first two: if they differ by a tenth, the roll was uneven",
  },
  torn: {
    under: "tear by feel between finger and thumb, round up, cover",
    note: "weigh every third one back: what is out shows early",
  },
};

/** Each size of piece once. */
const sizesOf = (d: Sheet["divide"], u: ReturnType<typeof useUnits>) =>
  d.groups.filter(
    (g, i) =>
      d.groups.findIndex((other) => other.each_shown_g === g.each_shown_g && u.text(other.what) === u.text(g.what)) ===
      i,
  );

/** Of more sizes than these the figure is from the smallest to the largest. */
const FEW_SIZES = 2;

/** What a piece may weigh, by its size. */
function Fine({ divide }: { divide: Sheet["divide"] }) {
  const u = useUnits();
  const sizes = sizesOf(divide, u);
  return sizes.map((g, i) => (
    <Fact
      key={i}
      name={sizes.length > 1 ? `${u.text(g.what) || u.mass(g.each_shown_g)}: fine between` : "Fine between"}
      value={`${u.mass(g.fine_from_g)} and ${u.mass(g.fine_to_g)}`}
      from="3 % either way"
      strong
    />
  ));
}

export function DivideFacts({ sheet, by = "scale" }: { sheet: Sheet; by?: string }) {
  const u = useUnits();
  const cuts = useCuts();
  const d = sheet.divide;
  const rest = sheet.day.steps.find((s) => s.key === "divide");
  const sizes = sizesOf(d, u);
  const grams = sizes.map((g) => g.each_shown_g);
  const how = HOW[by] ?? HOW.scale;
  return (
    <>
      <Headline
        title={`Divide into ${d.lumps}`}
        under={`${d.with_filling ? "the filling is in the dough already: " : ""}${how?.under ?? ""}`}
        figure={
          sizes.length > FEW_SIZES
            ? u.quantity({ kind: "mass", value: Math.min(...grams), to: Math.max(...grams) })
            : sizes.length > 1
              ? cuts(d)
              : `${u.mass(sizes[0]?.each_shown_g ?? 0)} each`
        }
        note={sizes.length > FEW_SIZES ? cuts(d) : d.weighed ? "from the dough you weighed" : how?.note}
      />
      <Facts>
        {sizes.length > FEW_SIZES ? (
          <Fact name="Fine within" value="3 %" from="either way" strong />
        ) : (
          <Fine divide={d} />
        )}
        {d.spare_g >= 0.5 && (
          <Fact
            name="Left over"
            value={u.mass(d.spare_g)}
            from={d.spare === "keep" ? "kept: two days in the fridge, covered" : "what the pieces leave"}
          />
        )}
        <Fact
          name="Bench rest"
          term="bench rest"
          value={duration(sheet.bench_rest_min)}
          from={rest ? "so that it rolls without springing back" : ""}
        />
      </Facts>
    </>
  );
}

/** The dough shared out, drawn by mass. */
export function DividePicture({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const cuts = useCuts();
  const d = sheet.divide;
  return (
    <div className="mx-auto w-full max-w-[20.5rem]">
      <ShareDial
        title={`The dough shared out: ${cuts(d)}`}
        groups={d.groups}
        spare_g={d.spare_g}
        left_g={d.left_on_bowl_g}
        mass={u.mass}
      />
    </div>
  );
}

/** Cut without a scale: where, and in which order. */
function ByEye({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const d = sheet.divide;
  if (d.cuts.length === 0) return <p>{d.lumps > 1 ? "On the scale: there are two sizes." : "It is one piece."}</p>;
  return (
    <Plate className="mx-auto w-full max-w-2xl" caption="rolled to an even log, cut in this order">
      <p className="pb-2 text-center">{d.cuts.map(u.text).join(", ")}</p>
      <CutPlan
        cuts={d.cut_at}
        words={d.cuts.map((cut) => u.text(cut))}
        title={`Cuts by eye: ${d.cuts.map(u.text).join(", ")}`}
      />
    </Plate>
  );
}

function DivideNumbers({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const d = sheet.divide;
  const sizes = sizesOf(d, u);
  return (
    <Numbers>
      {sizes.length > FEW_SIZES && <Fine divide={d} />}
      {sizes.map((g, i) => (
        <Fact
          key={i}
          name={sizes.length > 1 ? `${u.text(g.what) || u.mass(g.each_shown_g)}: put right beyond` : "Put right beyond"}
          value={`${u.mass(g.flag_below_g)} and ${u.mass(g.flag_above_g)}`}
          from="5 % either way: it would be done sooner or later than the rest"
        />
      ))}
      <Fact name="Stays on the bowl" value={u.mass(d.left_on_bowl_g)} />
    </Numbers>
  );
}

export const divideDrawers = (sheet: Sheet, settings: ReactNode, weighing: ReactNode): Drawer[] => [
  { key: "change", name: "Change it", content: settings },
  { key: "scale", name: "Weigh the pieces", content: weighing },
  { key: "eye", name: "Without a scale", content: <ByEye sheet={sheet} /> },
  { key: "numbers", name: "The numbers", content: <DivideNumbers sheet={sheet} /> },
];
