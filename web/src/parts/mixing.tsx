import { useState } from "react";

import type { Sheet } from "../api/client";
import type { Scale } from "../api/scale";
import { keep, kept } from "../lib/kept";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { FOLD_LARGE } from "../ui/fold";
import { PlayScale } from "./scale";

/** A longer list stands in two columns on a laptop: it is to be seen whole beside the bowl. */
const ONE_COLUMN = 5;
/** So many are in sight on a phone, of a longer list. */
const NEXT_FEW = 3;
type Added = Sheet["weigh"]["order"][number];
const VESSELS: Record<string, string> = {
  sponge: "Hours before: a small bowl on the scale, at zero",
  soaked: "Before: another small bowl, at zero",
  jug: "Jug on the scale, at zero",
  bowl: "Bowl on the scale, at zero",
};
const WAYS = [
  { key: "zero", label: "zero after each" },
  { key: "sum", label: "keep adding" },
] as const;

/** Set to zero or keep adding: how this cook uses the scale, remembered here. */
function useWay() {
  const [way, setWay] = useState<(typeof WAYS)[number]["key"]>(() => kept("scale-way", "zero"));
  const change = (next: typeof way) => {
    setWay(next);
    keep("scale-way", next);
  };
  return [way, change] as const;
}

/** What the scale says of the thing going in now. */
function Going({ scale, wanted, large }: { scale: Scale; wanted: number; large: boolean }) {
  const u = useUnits();
  if (scale.grams === null)
    return <span className="block text-base font-semibold text-crust">the scale is silent: go by its own display</span>;
  const left = wanted - scale.grams;
  const close = Math.abs(left) <= Math.max(1, wanted * 0.01);
  return (
    <span role="status" className="block font-semibold text-cobalt">
      {!large && `${u.mass(scale.grams)} on the scale: `}
      {close ? "there" : left > 0 ? `${u.mass(left)} to go` : `${u.mass(-left)} over`}
    </span>
  );
}

function Step({
  step,
  way,
  done,
  large,
  onTick,
  scale,
}: {
  step: Added;
  way: string;
  done: boolean;
  large: boolean;
  onTick: () => void;
  scale: Scale | null;
}) {
  const u = useUnits();
  const shown = way === "sum" ? step.reads_g : step.adds_g;
  return (
    <li className="break-inside-avoid border-t-2 border-inset first:border-t-0">
      <label className={`flex cursor-pointer items-center gap-3 ${large ? "min-h-14 py-1.5 text-xl" : "min-h-9 py-1"}`}>
        <input
          type="checkbox"
          checked={done}
          onChange={onTick}
          aria-label={`${u.text(step.name)} is in`}
          className={`shrink-0 accent-cobalt ${large ? "h-7 w-7" : "h-5 w-5"}`}
        />
        <span className={`min-w-0 flex-1 ${done ? "text-muted line-through" : ""}`}>
          {u.text(step.name)}
          {/* In Hands what goes in late stands beside, to be ticked off. */}
          {step.note.length > 0 && !done && !(large && step.vessel === "bowl") && (
            <span className="block text-base leading-tight text-muted">{u.text(step.note)}</span>
          )}
          {scale && <Going scale={scale} wanted={shown} large={large} />}
        </span>
        <span className="shrink-0 text-right">
          <strong className={`${done ? "text-muted" : "text-cobalt"} ${large ? "text-2xl" : "text-lg"}`}>
            {u.mass(shown)}
          </strong>
          {way === "sum" && <span className="block text-base text-muted">+ {u.mass(step.adds_g)}</span>}
        </span>
      </label>
    </li>
  );
}

/** What to keep back of the water, and why. */
export function heldBack(sheet: Sheet, u: ReturnType<typeof useUnits>): string {
  const w = sheet.weigh;
  const water = w.dough.find((line) => line.key === "water")?.grams ?? 0;
  const why = w.drank_before ? "your flour drank no more last time" : "the flour was measured by cups: go on by feel";
  return `Stop at ${u.mass(water - w.hold_back_g)} of water and keep ${u.mass(w.hold_back_g)} back: ${why}.`;
}

/** What goes onto the scale in turn, ticked off as it goes in. The figure is what the scale shows. */
export function Mixing({
  order,
  large = false,
  scale = null,
}: {
  order: Added[];
  large?: boolean;
  scale?: Scale | null;
}) {
  const [way, setWay] = useWay();
  // By place in the order: a food may go in twice.
  const [done, setDone] = useState<Set<number>>(new Set());
  const tick = (key: number) =>
    setDone((now) => new Set(now.has(key) ? [...now].filter((k) => k !== key) : [...now, key]));
  const current = order.findIndex((_, i) => !done.has(i));
  const phone = usePhone();
  const [whole, setWhole] = useState(false);
  // On a phone the next few: the list moves along as it is ticked off.
  const fold = large && phone && !whole && order.length - current > NEXT_FEW + 1;
  const inSight = (i: number) => !fold || (i >= current && i < current + NEXT_FEW);
  const other = WAYS.find(({ key }) => key !== way) ?? WAYS[0];
  const vessels = [...new Set(order.map((step) => step.vessel))];
  return (
    <section aria-label="Onto the scale">
      {vessels.map((vessel, n) => (
        <div key={vessel}>
          <p className="flex items-center justify-between gap-x-3 pt-1 text-base text-muted">
            {VESSELS[vessel] ?? vessel}
            {n === 0 && (
              <button
                type="button"
                onClick={() => setWay(other.key)}
                className={`${large ? "min-h-11" : "min-h-7"} font-semibold whitespace-nowrap text-cobalt underline`}
              >
                {other.label}
              </button>
            )}
          </p>
          <ol className={large && order.length > ONE_COLUMN ? "gap-x-6 wide:columns-2" : ""}>
            {order.map(
              (step, i) =>
                step.vessel === vessel &&
                inSight(i) && (
                  <Step
                    key={i}
                    step={step}
                    way={way}
                    large={large}
                    done={done.has(i)}
                    scale={i === current ? scale : null}
                    onTick={() => tick(i)}
                  />
                ),
            )}
          </ol>
        </div>
      ))}
      {fold && (
        <button type="button" className={FOLD_LARGE} onClick={() => setWhole(true)}>
          All {order.length}
        </button>
      )}
      {scale?.standIn && <PlayScale scale={scale} suggest={order[current]?.adds_g ?? 100} large={large} />}
    </section>
  );
}
