import type { Sheet } from "../api/client";
import { Section, sectionWidth } from "../drawings/section";
import { planWidth, WrapperPlan } from "../drawings/wrapper";
import { duration } from "../lib/clock";
import { spoons } from "../lib/quantity";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { Fact, Facts, Headline, Plate } from "../ui/facts";

export function WrapFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const w = sheet.wrap;
  const each = sheet.wrap_seconds_each;
  return (
    <>
      <Headline title={`Roll to ${u.length(w.diameter_mm)}`} under={w.closing === "gathered" ? "thick in the middle, thin at the rim" : "an even disc"} figure={`${u.mass(w.filling_g)} each`}
        note={`${spoons(w.filling_ml)}, ${w.closing === "gathered" ? "heaped in the middle" : "on one half"}; rim clean for ${u.length(w.seam_mm)}`} />
      <Facts>
        <Fact name="Thickness" value={w.middle_mm === w.rim_mm ? u.length(w.mean_mm) : `${u.length(w.middle_mm)} to ${u.length(w.rim_mm)}`} from={w.middle_mm === w.rim_mm ? "even" : "middle to rim"} strong />
        <Fact name="It closes over" value={`up to ${u.mass(w.closes_over_g)}`} from={`at this size; ${u.mass(w.most_filling_g)} if rolled as thin as it bears`} />
        <Fact name="Filling : dough" value={w.ratio.toFixed(2)} from={`${w.ratio_low} to ${w.ratio_high} closes well`} />
        <Fact name="First to last" value={duration((each * sheet.divide.pieces) / 60)} from={`${Math.round(each)} s each; wrapped first, cooked first`} />
      </Facts>
    </>
  );
}

export function WrapPlates({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const phone = usePhone();
  const w = sheet.wrap;
  return (
    <div className="flex flex-col gap-5">
      {/* Widths in the ratio of the millimetres drawn: the wrapper and the pieces are at one scale. */}
      <div className="flex flex-col items-end gap-2 tab:flex-row">
        <Plate className="w-full" grow={planWidth(w.diameter_mm)} caption={w.closing === "gathered" ? `${w.folds} pleats, to the dashes` : "fold along the line"}>
          <WrapperPlan title={`Wrapper from above, ${u.length(w.diameter_mm)} across`} closing={w.closing} diameter_mm={w.diameter_mm} middle_mm={w.middle_mm} rim_mm={w.rim_mm} seam_mm={w.seam_mm} folds={w.folds} filling_ml={w.filling_ml} length={u.length} />
        </Plate>
        <Plate className="w-full" grow={sectionWidth(w.closing, w.sizes)} caption={phone ? "cut through the middle, all at one scale" : "cut through the middle, at the same scale"}>
          <Section title="Cross-section as wrapped, after the proof and cooked" closing={w.closing} sizes={w.sizes} length={u.length} />
        </Plate>
      </div>
      <ol className="list-decimal space-y-1 pl-6 text-[1.05rem] marker:font-bold marker:text-cobalt">
        {w.how.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
    </div>
  );
}
