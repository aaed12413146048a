import type { HeatTray } from "../api/client";
import { Curve } from "../drawings/curve";
import { minuteTicks } from "../drawings/ticks";
import { duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";

/** Core temperature with its band and the safe line. Shared by Bench, Hands and Notebook. */
export function CoreCurve({
  heat,
  minute,
  large,
  height,
  width,
}: {
  heat: HeatTray;
  minute?: number | null;
  large?: boolean;
  height?: number;
  width?: number;
}) {
  const u = useUnits();
  const narrow = usePhone();
  const surface = !large && heat.method === "oven";
  const top = Math.max(
    heat.line_c + 12,
    ...heat.core_high,
    ...heat.marks.map((m) => m.value),
    ...(large ? [] : [heat.boils_at_c + 4]),
    ...(surface ? heat.skin : []),
  );
  const start = Math.round(heat.core[0] ?? 0);
  // Where a probe is in, or there is no room, the line is only named.
  const named = narrow || heat.probed || heat.probe_from_min === null;
  const from = named ? "" : `: probe from ${duration(heat.probe_from_min ?? 0)}`;
  const levels = [
    { value: heat.line_c, label: `${u.temperature(heat.line_c)} line${from}`, strong: true },
    { value: heat.core[0] ?? 0, label: `${u.temperature(start)} going in` },
    ...(large ? [] : [{ value: heat.boils_at_c, label: `water boils, ${u.temperature(Math.round(heat.boils_at_c))}` }]),
  ];
  // Many readings of a probe are a line of dots; only the last is said.
  const last = heat.marks.length - 1;
  const marks = heat.marks.map((m, i) => ({
    x: m.minute,
    y: m.value,
    label: i === last ? `probe ${u.temperature(Math.round(10 * m.value) / 10)}` : "",
  }));
  return (
    <Curve
      title={`Middle of the filling: ${u.temperature(heat.line_c)} at about ${heat.reaches ? Math.round(heat.reaches.typical) : "no"} minutes`}
      x={heat.minutes}
      low={heat.core_low}
      typical={heat.core}
      high={heat.core_high}
      {...(surface ? { other: { x: heat.minutes, typical: heat.skin, label: "dashed: the surface" } } : {})}
      levels={levels}
      ticks={minuteTicks(heat.minutes.at(-1) ?? 20)}
      ready={heat.reaches}
      top={top}
      bottom={Math.min(0, start)}
      now={
        minute != null
          ? { x: minute, label: `${Math.round(minute)} min` }
          : { x: heat.minutes_planned, label: heat.rest_min ? "off the heat" : "out" }
      }
      marks={marks}
      {...(large ? { large } : {})}
      height={narrow ? 185 : (height ?? 360)}
      width={narrow ? 350 : (width ?? 560)}
    />
  );
}
