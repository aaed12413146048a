import { useMemo, useState, type ReactNode } from "react";

import type { Sheet } from "../api/client";
import { Section, sectionWidth } from "../drawings/section";
import { planWidth, WrapperPlan } from "../drawings/wrapper";
import { duration } from "../lib/clock";
import { spoons, spoonsRange } from "../lib/quantity";
import { useUnits } from "../lib/settings";
import { usePhone, useTablet } from "../lib/use-narrow";
import type { Drawer } from "../ui/drawers";
import { Fact, Facts, Headline, Numbers, Plate } from "../ui/facts";
import { Segments } from "../ui/segments";
import { ClosingSteps } from "../parts/closing-steps";

type Group = Sheet["groups"][number];

/** Minutes from the first piece wrapped to the last. */
export const wrapMinutes = (sheet: Sheet): number =>
  sheet.groups.reduce((sum, g) => sum + g.wrap_seconds_each * g.pieces, 0) / 60;

/** The size to roll to: across, and along where it is not round. */
export function useSize() {
  const u = useUnits();
  return (w: Group["wrap"]) =>
    !w.rolled ? "no wrapper" : w.round ? u.length(w.across_mm) : `${u.length(w.across_mm)} × ${u.length(w.along_mm)}`;
}

/** What is done with the dough of a piece, in a word or two. */
const doing = (w: Group["wrap"], size: string, whole: boolean) =>
  !w.rolled
    ? whole
      ? "Round them up"
      : "Knead the filling in"
    : w.closing === "plain" || w.closing === "well"
      ? `Pat to ${size}`
      : `Roll to ${size}`;

/** A group by what is in it, or by what it is where nothing is. */
const named = (g: Group, u: ReturnType<typeof useUnits>) =>
  g.filling_each_g ? `${g.pieces} with ${u.text(g.name)}` : `${g.pieces} ${u.text(g.wrap.label)}`;

/** What is wrapped, a group at a time: of which, and how to see another. */
export interface Chosen {
  group: number;
  onGroup: (group: number) => void;
}

export function WrapFacts({ sheet, group }: { sheet: Sheet; group: number }) {
  const u = useUnits();
  const size = useSize();
  // A phone has room for it once: beside the thickness.
  const phone = usePhone();
  const g = sheet.groups[group] ?? sheet.groups[0];
  if (!g) return null;
  const w = g.wrap;
  const filled = g.filling_each_g > 0;
  return (
    <>
      <Headline
        title={doing(w, size(w), sheet.divide.with_filling)}
        under={
          !w.rolled || phone ? "" : w.middle_mm > w.rim_mm ? "thick in the middle, thin at the rim" : "even all over"
        }
        figure={filled ? `${u.mass(g.filling_each_g)} each` : `${u.mass(g.dough_each_g)} each`}
        note={
          filled
            ? `${spoons(w.filling_ml)}${sheet.groups.length > 1 ? ` of ${u.text(g.name)}` : ""}${w.seam_mm && w.rolled ? `; rim clean for ${u.length(w.seam_mm)}` : ""}`
            : "nothing inside"
        }
      />
      <Facts>
        {w.parts.map((part) => (
          <Fact
            key={u.text(part.name)}
            name={`The ${u.text(part.name)}`}
            value={u.length(part.across_mm)}
            from={`${u.mass(part.dough_g)} of dough`}
            strong
          />
        ))}
        {w.rolled && (
          <Fact
            name={`Thickness, ${w.middle_mm === w.rim_mm ? "even" : "middle to rim"}`}
            ask="thick"
            value={
              w.middle_mm === w.rim_mm
                ? u.length(w.mean_mm)
                : u.quantity({ kind: "length", value: w.middle_mm, to: w.rim_mm })
            }
            strong
          />
        )}
        {filled && <Fact name="Vent" term="vent" value="" from={u.text(w.vent)} />}
        <Fact name={`First to last, ${Math.round(g.wrap_seconds_each)} s each`} value={duration(wrapMinutes(sheet))} />
      </Facts>
    </>
  );
}

/** The figures of a group's wrapper. */
function WrapNumbers({ group, several }: { group: Group; several: boolean }) {
  const u = useUnits();
  const size = useSize();
  const w = group.wrap;
  const filled = group.filling_each_g > 0;
  return (
    <div>
      {several && <h4 className="font-bold">{named(group, u)}</h4>}
      <Numbers>
        <Fact name={u.text(w.label)} value={size(w)} from={filled ? `${u.mass(group.filling_each_g)} inside` : ""} />
        {filled && (
          <Fact
            name="Closes well with"
            value={u.quantity({ kind: "mass", value: w.low_g, to: w.high_g })}
            from={`${spoonsRange(w.low_ml, w.high_ml)}; up to ${u.mass(w.closes_over_g)} at this size`}
          />
        )}
        {filled && (
          <Fact
            name="Filling : dough"
            value={w.ratio.toFixed(2)}
            from={`${w.ratio_low} to ${w.ratio_high} closes well`}
          />
        )}
        {w.cut_from.length > 0 && <Fact name="Cut from" value="" from={u.text(w.cut_from)} />}
      </Numbers>
    </div>
  );
}

const CAPTIONS: Record<string, string> = {
  gathered: "pleats, to the dashes",
  pulled_pie: "pleats, a hole in the middle",
  half_moon: "pinches round the rim",
  braid: "strips on each side",
};

/** A wrapper from above and the piece cut through, at one scale: widths in the ratio of the millimetres drawn. */
export function WrapPicture({ sheet, ...chosen }: { sheet: Sheet } & Chosen) {
  const u = useUnits();
  const several = sheet.groups.length > 1;
  const group = sheet.groups[chosen.group] ?? sheet.groups[0];
  if (!group) return null;
  const own = sheet.more_heats.find((h) => h.names.some((name) => u.text(name) === u.text(group.name)));
  const heat = own ?? sheet.heat;
  return (
    <>
      {several && (
        <Segments
          label="Which pieces"
          options={sheet.groups.map((g) => named(g, u))}
          value={chosen.group}
          onChoose={chosen.onGroup}
        />
      )}
      <Drawn group={group} browned={heat.method === "oven"} small={several} />
    </>
  );
}

function Drawn({ group, browned, small }: { group: Group; browned: boolean; small: boolean }) {
  const u = useUnits();
  const size = useSize();
  const [phone, tablet] = [usePhone(), useTablet()];
  // A phone has room for one of the two.
  const [side, setSide] = useState(0);
  const [above, through] = [!phone || side === 0, !phone || side === 1 || !group.wrap.rolled];
  const w = group.wrap;
  const word = CAPTIONS[w.closing];
  const sizes = useMemo(() => w.sizes.map((size) => ({ ...size, when: u.text(size.when) })), [w.sizes, u]);
  const [plan, cut] = [planWidth(w.across_mm, w.along_mm, w.round), sectionWidth(sizes)];
  // Beside one another at one scale on a laptop, each as wide as the screen on a phone: letters of 16 and 17 px.
  const letters = (mm: number, px: number) =>
    phone ? (17 * mm) / Math.min(px, 318) : tablet ? (16 * mm) / px : (16 * ((w.rolled ? plan : 0) + cut)) / 545;
  return (
    <section aria-label={u.text(group.name)} className="flex flex-col gap-3 wide:flex-row wide:items-end wide:gap-2">
      {phone && w.rolled && (
        <Segments label="Seen" options={["from above", "cut through"]} value={side} onChoose={setSide} />
      )}
      {w.rolled && above && (
        <Plate
          // A caption may be wider than a picture this narrow.
          className={`w-full max-tab:[&>figcaption]:w-max max-tab:[&>figcaption]:self-center max-wide:mx-auto max-wide:max-w-[260px] ${small ? "max-tab:max-w-[140px]" : "max-tab:max-w-[168px]"}`}
          grow={plan}
          caption={word && w.folds ? `${w.folds} ${word}` : "from above"}
        >
          <WrapperPlan
            title={`Wrapper from above, ${size(w)}`}
            outline={w.outline}
            strokes={w.strokes}
            filling={w.filling_at}
            across_mm={w.across_mm}
            along_mm={w.along_mm}
            round={w.round}
            length={u.length}
            letters={letters(plan, phone ? (small ? 140 : 168) : 260)}
          />
        </Plate>
      )}
      {through && (
        <Plate
          className="w-full"
          grow={cut}
          caption={w.rolled && !tablet ? "cut through, at the same scale" : "cut through the middle"}
        >
          <Section
            title="Cross-section as wrapped, after the proof and cooked"
            sizes={sizes}
            length={u.length}
            letters={letters(cut, 400)}
            browned={browned}
          />
        </Plate>
      )}
    </section>
  );
}

/** The steps, and what to watch for. */
function HowTo({ group }: { group: Group }) {
  const u = useUnits();
  const w = group.wrap;
  return (
    <section aria-label={`Closing: ${u.text(w.label)}`}>
      <ClosingSteps group={group} />
      <ul className="mt-3 grid gap-x-6 tab:grid-cols-2">
        {w.wrong.map((t) => (
          <li key={u.text(t.what)} className="border-t-2 border-inset py-1">
            <strong>{u.text(t.what)}</strong> if {u.text(t.sign)}.
          </li>
        ))}
      </ul>
    </section>
  );
}

interface Parts {
  settings: ReactNode;
  solve: ReactNode;
  templates: (group: number) => ReactNode;
}

export function wrapDrawers(sheet: Sheet, { settings, solve, templates }: Parts): Drawer[] {
  const all = sheet.groups;
  // How to close is told once for each kind of closing.
  const closings = all.filter((g, i) => all.findIndex((other) => other.wrap.closing === g.wrap.closing) === i);
  const rolled = all.flatMap((g, i) => (g.wrap.rolled ? [i] : []));
  return [
    { key: "change", name: "Change it", content: settings },
    { key: "steps", name: "How to close it", content: closings.map((g, i) => <HowTo key={i} group={g} />) },
    { key: "solve", name: "From its size", content: solve },
    ...(rolled.length > 0
      ? [{ key: "paper", name: "On paper", content: rolled.map((i) => <div key={i}>{templates(i)}</div>) }]
      : []),
    {
      key: "numbers",
      name: "The numbers",
      content: all.map((g, i) => <WrapNumbers key={i} group={g} several={all.length > 1} />),
    },
  ];
}
