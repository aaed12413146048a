import type { Sheet } from "../api/client";
import { ShareDial } from "../drawings/share";
import { useUnits } from "../lib/settings";
import { Fact, Facts, Headline, Plate } from "../ui/facts";

/** The groups' pieces in words: 12 × 62 g, or 6 × 70 g and 6 × 23 g where they differ. */
export function useCuts() {
  const u = useUnits();
  return (d: Sheet["divide"]) => {
    const alike = d.groups.every((g) => g.each_shown_g === d.groups[0]?.each_shown_g);
    return alike ? `${d.pieces} × ${u.mass(d.groups[0]?.each_shown_g ?? 0)}` : d.groups.map((g) => `${g.pieces} × ${u.mass(g.each_shown_g)}`).join(" and ");
  };
}

export function DivideFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const cuts = useCuts();
  const d = sheet.divide;
  const rest = sheet.day.steps.find((s) => s.key === "divide");
  const sizes = d.groups.filter((g, i) => d.groups.findIndex((other) => other.each_shown_g === g.each_shown_g) === i);
  return (
    <>
      <Headline title={`Divide into ${d.pieces}`} under="turn out gently, round up, seam below, cover" figure={sizes.length > 1 ? cuts(d) : `${u.mass(sizes[0]?.each_shown_g ?? 0)} each`}
        note={d.weighed ? "from the dough you weighed" : "weigh the whole dough first: it tells better than the recipe"} />
      <Facts>
        {sizes.map((g, i) => (
          <Fact key={i} name={sizes.length > 1 ? `${u.mass(g.each_shown_g)}: fine between` : "Fine between"} value={`${u.mass(g.fine_from_g)} and ${u.mass(g.fine_to_g)}`} from={`3 % either way; put right beyond ${u.mass(g.flag_below_g)} and ${u.mass(g.flag_above_g)}, 5 %`} strong />
        ))}
        <Fact name="By eye" value={d.cuts.join(", ") || (d.pieces > 1 ? "on the scale: two sizes" : "one piece")} />
        <Fact name="Bench rest" value="10 min" from={rest ? "so that it rolls without springing back" : ""} />
      </Facts>
    </>
  );
}

export function DividePlates({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const cuts = useCuts();
  const d = sheet.divide;
  return (
    <Plate caption="the dough shared out, drawn by mass" className="mx-auto w-full max-w-md">
      <ShareDial title={`The dough shared out: ${cuts(d)}`} groups={d.groups} spare_g={d.spare_g} left_g={d.left_on_bowl_g} mass={u.mass} />
    </Plate>
  );
}
