import type { ReactNode } from "react";

import type { Sheet } from "../api/client";
import { Section, sectionWidth } from "../drawings/section";
import { planWidth, WrapperPlan } from "../drawings/wrapper";
import { duration } from "../lib/clock";
import { spoons } from "../lib/quantity";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { Fact, Facts, Headline, Plate } from "../ui/facts";
import { ClosingSteps } from "../parts/closing-steps";
import { FillingFacts } from "../parts/filling";

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

function GroupFact({ g }: { g: Group }) {
  const u = useUnits();
  const size = useSize();
  return (
    <Fact
      name={g.filling_each_g ? `${named(g, u)}, ${u.text(g.wrap.label)}` : named(g, u)}
      value={`${size(g.wrap)}${g.filling_each_g ? `, ${u.mass(g.filling_each_g)}` : ""}`}
      from={g.filling_each_g ? `${spoons(g.wrap.filling_ml)}; closes over up to ${u.mass(g.wrap.closes_over_g)}` : ""}
      strong
    />
  );
}

export function WrapFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const size = useSize();
  const [first, ...more] = sheet.groups;
  if (!first) return null;
  const w = first.wrap;
  const filled = first.filling_each_g > 0;
  return (
    <>
      <Headline
        title={doing(w, size(w), sheet.divide.with_filling)}
        under={w.middle_mm > w.rim_mm ? "thick in the middle, thin at the rim" : w.rolled ? "even all over" : ""}
        figure={filled ? `${u.mass(first.filling_each_g)} each` : `${u.mass(first.dough_each_g)} each`}
        note={
          filled
            ? `${spoons(w.filling_ml)}${more.length ? ` of ${u.text(first.name)}` : ""}${w.seam_mm && w.rolled ? `; rim clean for ${u.length(w.seam_mm)}` : ""}`
            : "nothing inside"
        }
      />
      <Facts
        of="wrap"
        deeper={
          <>
            {filled && (
              <Fact
                name="Filling : dough"
                value={w.ratio.toFixed(2)}
                from={`${w.ratio_low} to ${w.ratio_high} closes well`}
              />
            )}
            {w.cut_from.length > 0 && <Fact name="Cut from" value="" from={u.text(w.cut_from)} />}
          </>
        }
      >
        {w.parts.map((part) => (
          <Fact
            key={u.text(part.name)}
            name={`The ${u.text(part.name)}`}
            value={u.length(part.across_mm)}
            from={`${u.mass(part.dough_g)} of dough`}
            strong
          />
        ))}
        {more.map((g, i) => (
          <GroupFact key={i} g={g} />
        ))}
        {w.rolled && (
          <Fact
            name="Thickness"
            ask="across"
            value={
              w.middle_mm === w.rim_mm
                ? u.length(w.mean_mm)
                : u.quantity({ kind: "length", value: w.middle_mm, to: w.rim_mm })
            }
            from={w.middle_mm === w.rim_mm ? "even" : "middle to rim"}
            strong
          />
        )}
        {filled && (
          <Fact
            name="Closes well with"
            value={u.quantity({ kind: "mass", value: w.low_g, to: w.high_g })}
            from={`${spoons(w.low_ml)} to ${spoons(w.high_ml)}; up to ${u.mass(w.closes_over_g)} at this size`}
          />
        )}
        {filled && <Fact name="Vent" value="" from={u.text(w.vent)} />}
        <Fact
          name="First to last"
          value={duration(wrapMinutes(sheet))}
          from={`${Math.round(first.wrap_seconds_each)} s each; wrapped first, cooked first`}
        />
      </Facts>
    </>
  );
}

const CAPTIONS: Record<string, string> = {
  gathered: "pleats, to the dashes",
  pulled_pie: "pleats, a hole in the middle",
  half_moon: "pinches round the rim",
  braid: "strips on each side",
};

/** A wrapper from above and the piece cut through, at one scale: widths in the ratio of the millimetres drawn. */
function Drawn({ group, several, templates }: { group: Group; several: boolean; templates: ReactNode }) {
  const u = useUnits();
  const size = useSize();
  const phone = usePhone();
  const w = group.wrap;
  const word = CAPTIONS[w.closing];
  const sizes = w.sizes.map((size) => ({ ...size, when: u.text(size.when) }));
  return (
    <section aria-label={u.text(group.name)}>
      {several && <h3 className="pb-1 text-[1.05rem] font-bold">{named(group, u)}</h3>}
      <div className="flex flex-col items-end gap-2 tab:flex-row">
        {w.rolled && (
          <Plate
            className="w-full"
            grow={planWidth(w.across_mm, w.along_mm, w.round)}
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
            />
          </Plate>
        )}
        <Plate
          className="w-full"
          grow={sectionWidth(sizes)}
          caption={
            phone
              ? "cut through: width by height, all at one scale"
              : w.rolled
                ? "cut through the middle: width by height, at the same scale"
                : "cut through the middle"
          }
        >
          <Section title="Cross-section as wrapped, after the proof and cooked" sizes={sizes} length={u.length} />
        </Plate>
      </div>
      {templates}
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

export function WrapPlates({
  sheet,
  solve,
  templates,
}: {
  sheet: Sheet;
  solve?: ReactNode;
  templates?: (group: number) => ReactNode;
}) {
  const all = sheet.groups;
  // How to close is told once, below the last of its kind.
  const last = (g: Group) => all.findLast((other) => other.wrap.closing === g.wrap.closing) === g;
  return (
    <div className="flex flex-col gap-6">
      {all.map((g, i) => (
        <div key={i} className="flex flex-col gap-5">
          <Drawn group={g} several={all.length > 1} templates={g.wrap.rolled && templates?.(i)} />
          {last(g) && <HowTo group={g} />}
        </div>
      ))}
      <div
        className={
          sheet.groups.length > 1 ? "flex flex-col gap-5" : "grid items-start gap-x-8 gap-y-5 min-[60rem]:grid-cols-2"
        }
      >
        <FillingFacts sheet={sheet} />
        {solve}
      </div>
    </div>
  );
}
