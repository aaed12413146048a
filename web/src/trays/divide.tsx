import type { Sheet } from "../api/client";
import { ShareDial } from "../drawings/share";
import { useUnits } from "../lib/settings";
import { Fact, Facts, Headline, Plate } from "../ui/facts";

export function DivideFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const d = sheet.divide;
  const rest = sheet.day.steps.find((s) => s.key === "divide");
  return (
    <>
      <Headline title={`Divide into ${d.pieces}`} under="turn out gently, round up, seam below, cover" figure={`${u.mass(d.each_shown_g)} each`}
        note={d.weighed ? "from the dough you weighed" : "weigh the whole dough first: it tells better than the recipe"} />
      <Facts>
        <Fact name="Fine between" value={`${u.mass(d.fine_from_g)} and ${u.mass(d.fine_to_g)}`} from="3 % either way" strong />
        <Fact name="Put right beyond" value={`${u.mass(d.flag_below_g)}, ${u.mass(d.flag_above_g)}`} from="5 %: it would proof and cook unevenly" />
        <Fact name="By eye" value={d.cuts.join(", ") || "one piece"} />
        <Fact name="Bench rest" value="10 min" from={rest ? "so that it rolls without springing back" : ""} />
      </Facts>
    </>
  );
}

export function DividePlates({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const d = sheet.divide;
  return (
    <Plate caption="the dough shared out, drawn by mass" className="mx-auto w-full max-w-md">
      <ShareDial title={`${d.pieces} pieces of ${u.mass(d.each_g)}`} pieces={d.pieces} each_g={d.each_g} spare_g={d.spare_g} left_g={d.left_on_bowl_g} mass={u.mass} />
    </Plate>
  );
}
