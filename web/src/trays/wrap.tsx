import type { Sheet } from "../api/client";
import { Section, sectionWidth } from "../drawings/section";
import { planWidth, WrapperPlan } from "../drawings/wrapper";
import { duration } from "../lib/clock";
import { spoons } from "../lib/quantity";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { Fact, Facts, Headline, Plate } from "../ui/facts";

type Group = Sheet["groups"][number];

/** Minutes from the first piece wrapped to the last. */
export const wrapMinutes = (sheet: Sheet): number => sheet.groups.reduce((sum, g) => sum + g.wrap_seconds_each * g.pieces, 0) / 60;

const where = (g: Group) => (g.wrap.closing === "gathered" ? "heaped in the middle" : "on one half");

export function WrapFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const w = sheet.wrap;
  const each = sheet.wrap_seconds_each;
  const [first, ...more] = sheet.groups;
  return (
    <>
      <Headline title={`Roll to ${u.length(w.diameter_mm)}`} under={w.closing === "gathered" ? "thick in the middle, thin at the rim" : "an even disc"} figure={`${u.mass(w.filling_g)} each`}
        note={`${spoons(w.filling_ml)}${more.length ? ` of ${first?.name}` : ""}, ${first ? where(first) : ""}; rim clean for ${u.length(w.seam_mm)}`} />
      <Facts>
        {more.map((g, i) => (
          <Fact key={i} name={`${g.pieces} with ${g.name}`} value={`${u.length(g.wrap.diameter_mm)}, ${u.mass(g.filling_each_g)}`} from={`${spoons(g.wrap.filling_ml)}, ${where(g)}; closes over up to ${u.mass(g.wrap.closes_over_g)}`} strong />
        ))}
        <Fact name="Thickness" value={w.middle_mm === w.rim_mm ? u.length(w.mean_mm) : `${u.length(w.middle_mm)} to ${u.length(w.rim_mm)}`} from={w.middle_mm === w.rim_mm ? "even" : "middle to rim"} strong />
        <Fact name="It closes over" value={`up to ${u.mass(w.closes_over_g)}`} from={`at this size; ${u.mass(w.most_filling_g)} if rolled as thin as it bears`} />
        <Fact name="Filling : dough" value={w.ratio.toFixed(2)} from={`${w.ratio_low} to ${w.ratio_high} closes well`} />
        <Fact name="First to last" value={duration(wrapMinutes(sheet))} from={`${Math.round(each)} s each; wrapped first, cooked first`} />
      </Facts>
    </>
  );
}

/** A wrapper from above and the piece cut through, at one scale: widths in the ratio of the millimetres drawn. */
function Drawn({ group, named, steps }: { group: Group; named: boolean; steps: boolean }) {
  const u = useUnits();
  const phone = usePhone();
  const w = group.wrap;
  return (
    <section aria-label={group.name}>
      {named && <h3 className="pb-1 text-[1.05rem] font-bold">{group.pieces} with {group.name}</h3>}
      <div className="flex flex-col items-end gap-2 tab:flex-row">
        <Plate className="w-full" grow={planWidth(w.diameter_mm)} caption={w.closing === "gathered" ? `${w.folds} pleats, to the dashes` : "fold along the line"}>
          <WrapperPlan title={`Wrapper from above, ${u.length(w.diameter_mm)} across`} closing={w.closing} diameter_mm={w.diameter_mm} middle_mm={w.middle_mm} rim_mm={w.rim_mm} seam_mm={w.seam_mm} folds={w.folds} filling_ml={w.filling_ml} length={u.length} />
        </Plate>
        <Plate className="w-full" grow={sectionWidth(w.closing, w.sizes)} caption={phone ? "cut through the middle, all at one scale" : "cut through the middle, at the same scale"}>
          <Section title="Cross-section as wrapped, after the proof and cooked" closing={w.closing} sizes={w.sizes} length={u.length} />
        </Plate>
      </div>
      {steps && (
        <ol className="mt-4 list-decimal space-y-1 pl-6 text-[1.05rem] marker:font-bold marker:text-cobalt">
          {w.how.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      )}
    </section>
  );
}

export function WrapPlates({ sheet }: { sheet: Sheet }) {
  const all = sheet.groups;
  // How to close is told once, below the last of its kind.
  const last = (g: Group) => all.findLast((other) => other.wrap.closing === g.wrap.closing) === g;
  return (
    <div className="flex flex-col gap-6">
      {all.map((g, i) => (
        <Drawn key={i} group={g} named={all.length > 1} steps={last(g)} />
      ))}
    </div>
  );
}
