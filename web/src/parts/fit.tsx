import type { HeatTray, Sheet } from "../api/client";
import { Holder } from "../drawings/fit";
import { duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { Plate } from "../ui/facts";

const SHOWN = 4; // holders drawn before the rest are told in words

/** Every holder of every load: which load, and the numbers of the pieces in it. */
function holders(heat: HeatTray) {
  const each = heat.fit.spots.length;
  return Array.from({ length: heat.loads }, (_, load) =>
    Array.from({ length: heat.fit.holders }, (_, tier) => ({
      load,
      tier,
      first: 1 + load * heat.per_load + tier * each,
      last: Math.min(heat.pieces, (load + 1) * heat.per_load),
    })),
  )
    .flat()
    .filter((h) => h.first <= h.last);
}

/** The pieces of one heat as they lie, load after load, first shaped first cooked. */
function Loads({ heat, several }: { heat: HeatTray; several: boolean }) {
  const u = useUnits();
  const all = holders(heat);
  const what = !heat.fit.round ? "tray" : heat.method === "pan" ? "pan" : "basket";
  const size = heat.fit.piece_round
    ? `${u.length(heat.fit.piece_wide_mm)} across`
    : `${u.length(heat.fit.piece_wide_mm)} by ${u.length(heat.fit.piece_deep_mm)}`;
  return (
    <section aria-label={`In the ${what}`}>
      <h3 className="pb-1 text-lg font-bold">
        {several ? `${heat.names.map(u.text).join(" and ")}, ` : ""}
        {heat.loads > 1 ? `${heat.loads} loads of up to ${heat.per_load}` : `all ${heat.pieces} at once`}
      </h3>
      <div
        className={`grid gap-3 ${all.length > 1 ? "grid-cols-2" : "mx-auto max-w-sm"} ${all.length > 2 ? "min-[60rem]:grid-cols-4" : ""}`}
      >
        {all.slice(0, SHOWN).map((h) => {
          const name = `${heat.loads > 1 ? `load ${h.load + 1}, ` : ""}${heat.fit.holders > 1 ? `${what} ${h.tier + 1}` : what}`;
          const upTo = Math.min(h.last, h.first + heat.fit.spots.length - 1);
          const wait = heat.fit.waits_min[h.load] ?? 0;
          return (
            <Plate
              key={`${h.load}-${h.tier}`}
              caption={`${name}: ${h.first === upTo ? h.first : `${h.first} to ${upTo}`}${wait ? `, waits ${duration(wait)}` : ""}`}
            >
              <Holder fit={heat.fit} first={h.first} last={upTo} title={`${name} with pieces ${h.first} to ${upTo}`} />
            </Plate>
          );
        })}
      </div>
      <p className="mt-1 text-center text-base text-muted">
        dashed: {size} once grown; {u.length(heat.fit.wide_mm)}
        {heat.fit.round ? "" : ` by ${u.length(heat.fit.deep_mm)}`} {what}; shaped first, cooked first
        {all.length > SHOWN && `; ${all.length - SHOWN} more like these`}
      </p>
    </section>
  );
}

/** How everything goes into the heat. */
export function Fitted({ sheet }: { sheet: Sheet }) {
  const heats = [sheet.heat, ...sheet.more_heats];
  return (
    <div className="flex flex-col gap-5">
      {heats.map((heat, i) => (
        <Loads key={i} heat={heat} several={heats.length > 1} />
      ))}
    </div>
  );
}
