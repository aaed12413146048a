import type { HeatTray, Sheet } from "../api/client";
import { Curve } from "../drawings/curve";
import { minuteTicks } from "../drawings/ticks";
import { duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { Fact, Facts, Headline } from "../ui/facts";
import { Fitted } from "./fit";

/** Core temperature with its band and the safe line. Shared by Bench, Hands and Notebook. */
export function CoreCurve({ heat, minute, large, height, width }: { heat: HeatTray; minute?: number | null; large?: boolean; height?: number; width?: number }) {
  const u = useUnits();
  const narrow = usePhone();
  const top = Math.max(heat.line_c + 12, ...heat.core_high, ...(large ? [] : [heat.boils_at_c + 4]));
  const levels = [
    { value: heat.line_c, label: `${u.temperature(heat.line_c)} line`, strong: true },
    { value: heat.core[0] ?? 0, label: `${u.temperature(Math.round(heat.core[0] ?? 0))} going in` },
    ...(large ? [] : [{ value: heat.boils_at_c, label: `water boils, ${u.temperature(Math.round(heat.boils_at_c))}` }]),
  ];
  return (
    <Curve title={`Middle of the filling: ${u.temperature(heat.line_c)} at about ${heat.reaches ? Math.round(heat.reaches.typical) : "no"} minutes`} x={heat.minutes} low={heat.core_low} typical={heat.core} high={heat.core_high}
      levels={levels} ticks={minuteTicks(heat.minutes.at(-1) ?? 20)} ready={heat.reaches} top={top} bottom={0}
      now={minute != null ? { x: minute, label: `${Math.round(minute)} min` } : { x: heat.minutes_planned, label: heat.rest_min ? "off the heat" : "out" }}
      marks={heat.marks.map((m) => ({ x: m.minute, y: m.value, label: `probe ${u.temperature(m.value)}` }))} {...(large ? { large } : {})} height={narrow ? 250 : (height ?? 360)} width={narrow ? 350 : (width ?? 560)} />
  );
}

export function HeatFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const h = sheet.heat;
  const r = h.reaches;
  return (
    <>
      <Headline title={h.method === "steam" ? `Steam, ${h.setting}, lid shut` : `Bake at ${u.text(h.setting)}`} under={h.method === "steam" ? "count from visible steam" : "middle shelf, turn at half time"} figure={duration(h.minutes_planned)}
        note={r ? `the middle reaches ${u.temperature(h.line_c)} at ${Math.round(r.typical)} min (${Math.round(r.low)} to ${Math.round(r.high)}): probe it` : `the middle does not reach ${u.temperature(h.line_c)}`} />
      <Facts>
        <Fact name="Middle at the end" value={u.temperature(Math.round(h.core_at_end_c))} from={`give or take ${u.units === "us" ? "18 °F" : "10 °C"}; after resting ${u.temperature(Math.round(h.core_after_rest_c))}`} strong />
        {h.method === "oven" ? <Fact name="Crust" value={h.colour} from={`${h.loss_percent.toFixed(0)} % of its weight bakes off`} /> : <Fact name="Boils away" value={u.volume(h.water_ml)} from="in one load" />}
        <Fact name="At once" value={h.loads > 1 ? `${h.per_load}, ${h.loads} loads` : `all ${h.pieces}`} from="at their grown size, with a gap" />
        {sheet.groups.length > 1 && sheet.groups.map((g, i) => <Fact key={i} name={g.name} value={g.reaches ? `${u.temperature(g.line_c)} at ${Math.round(g.reaches.typical)} min` : "not in sight"} from={`${u.temperature(Math.round(g.core_at_end_c))} in the middle at the end`} />)}
        <Fact name="Filling going in" value={u.temperature(Math.round(h.start_c))} from="warmed this far since the fridge, on the slow side" />
        <Fact name="Then rest" value={duration(h.rest_min)} from={h.method === "steam" ? "off the heat, lid on" : "on a rack"} />
      </Facts>
    </>
  );
}

export function HeatPlates({ sheet }: { sheet: Sheet }) {
  return (
    <div className="flex flex-col gap-2">
      <CoreCurve heat={sheet.heat} height={340} />
      <p className="text-center text-sm text-muted">middle of the {sheet.groups.length > 1 ? "piece that needs the longest" : "filling"}, minutes from going in; the band is ±20 % of the time (assumed)</p>
      {sheet.more_heats.map((heat, i) => (
        <section key={i} aria-label={heat.names.join(" and ")} className="mt-3">
          <h3 className="pb-1 text-[1.05rem] font-bold">{heat.names.join(" and ")}: {heat.method === "steam" ? "steamed" : "baked"}, {duration(heat.minutes_planned)}</h3>
          <CoreCurve heat={heat} height={300} />
        </section>
      ))}
      <div className="mt-4">
        <Fitted sheet={sheet} />
      </div>
    </div>
  );
}
