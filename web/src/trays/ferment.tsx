import type { RiseTray, Sheet } from "../api/client";
import { Curve } from "../drawings/curve";
import { clockTicks } from "../drawings/ticks";
import { clock, duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { Fact, Facts, Headline, Plate } from "../ui/facts";

export const times = (ratio: number) => (Math.abs(ratio - 2) < 0.02 ? "doubled" : `${ratio.toFixed(ratio % 0.1 > 0.01 && ratio % 0.1 < 0.09 ? 2 : 1)} times the size`);

/** A rise or proof as a curve, with the clock beneath it. Shared by Bench, Hands and Notebook. */
export function FermentCurve({ tray, now, large, height, width }: { tray: RiseTray; now?: number; large?: boolean; height?: number; width?: number }) {
  const narrow = usePhone();
  const f = tray.forecast;
  const last = f.minutes.at(-1) ?? 60;
  const top = Math.max(1 + 1.3 * (f.target - 1), Math.min(Math.max(...f.high), 1 + 1.75 * (f.target - 1)));
  const levels = [
    { value: 1, label: "as it went in" },
    { value: 1 + (f.target - 1) / 2, label: `${(1 + (f.target - 1) / 2).toFixed(2)} ×` },
    { value: f.target, label: times(f.target), strong: true },
    { value: 1 + 1.4 * (f.target - 1), label: "past its best" },
  ];
  const minute = now === undefined ? null : (now - new Date(tray.start).getTime()) / 60_000;
  return (
    <Curve title={`Growth from ${clock(tray.start)}: ready ${clock(tray.ready_low)} to ${clock(tray.ready_high)}`} x={f.minutes} low={f.low} typical={f.typical} high={f.high} levels={levels}
      ticks={clockTicks(tray.start, last, clock, large || narrow ? 4 : 6)} ready={f.ready} top={top} bottom={0.96}
      now={minute !== null && minute > 0 && minute < last ? { x: minute, label: `now ${clock(now ?? 0)}` } : null}
      marks={tray.marks.map((m) => ({ x: m.minute, y: m.value, label: `you saw +${Math.round((m.value - 1) * 100)} %` }))}
      {...(large ? { large } : {})} height={narrow ? 250 : (height ?? 360)} width={narrow ? 350 : (width ?? 560)} />
  );
}

function Ready({ tray, title, under }: { tray: RiseTray; title: string; under: string }) {
  const never = tray.forecast.ready === null;
  return (
    <Headline title={title} under={under} figure={never ? "not in sight" : `${clock(tray.ready_low)} to ${clock(tray.ready_high)}`}
      note={never ? "The forecast does not reach the aim within a day and a half." : `look from ${clock(tray.look_from)}, most likely ${clock(tray.ready)}`} />
  );
}

export function RiseFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const t = sheet.rise;
  return (
    <>
      <Ready tray={t} title={`Let it rise until ${times(t.forecast.target)}`} under={`oiled bowl, covered, at ${u.temperature(t.air_c)}`} />
      <Facts>
        <Fact name="Dough at the start" value={u.temperature(Math.round(t.start_c * 2) / 2)} from={sheet.weigh.dough_c_measured ? "measured" : `from liquid at ${u.temperature(Math.round(sheet.weigh.water_c))}`} strong />
        <Fact name="Yeast" value={`${sheet.weigh.percentages.yeast.toFixed(2)} %`} from="of the flour, as instant" />
        <Fact name="This kitchen rises" value={`× ${t.vigour.toFixed(2)}`} from={t.bakes_logged ? `learned from ${t.bakes_logged} bakes` : "assumed: no bake logged yet"} />
        {t.past_from && <Fact name="Past its best" value={`after ${clock(t.past_from)}`} from={`${duration((Date.parse(t.past_from) - Date.parse(t.ready)) / 60_000)} to spare`} />}
      </Facts>
    </>
  );
}

/** A poked dough: the dent fills at once, slowly, or stays. Depth is what is left of it. */
function Poke({ left, label }: { left: number; label: string }) {
  const d = 34 * left;
  return (
    <Plate caption={label} className="w-28">
      <svg viewBox="0 0 112 62" role="img" aria-label={label} className="h-auto w-full">
        <path d={`M4 58 C2 24 14 10 38 9 ${left > 0.1 ? `C50 9 48 ${9 + d} 56 ${9 + d} C64 ${9 + d} 62 9 74 9` : "L74 9"} C98 10 110 24 108 58 Z`} fill="var(--dough)" stroke="var(--doughline)" strokeWidth="2" />
      </svg>
    </Plate>
  );
}

/** The same dough in the same bowl, at the start and when it is ready: heights from the forecast volume. */
function Bowls({ tray }: { tray: RiseTray }) {
  const level = (ratio: number) => 26 * ratio;
  const bowl = (ratio: number, label: string) => (
    <Plate caption={label} className="w-28">
      <svg viewBox="0 0 112 84" role="img" aria-label={label} className="h-auto w-full">
        <path d={`M${14 + 4} ${80 - level(ratio)} Q56 ${70 - level(ratio)} 94 ${80 - level(ratio)} L88 62 Q84 79 72 79 H40 Q28 79 24 62 Z`} fill="var(--dough)" stroke="var(--doughline)" strokeWidth="2" />
        <path d="M6 4 C8 56 22 81 40 81 H72 C90 81 104 56 106 4" fill="none" stroke="var(--cobalt)" strokeWidth="4" strokeLinecap="round" />
      </svg>
    </Plate>
  );
  return (
    <>
      {bowl(1, `${clock(tray.start)}, as it went in`)}
      {bowl(Math.min(tray.forecast.target, 2.6), `${clock(tray.ready)}, ${times(tray.forecast.target)}`)}
    </>
  );
}

export function RisePlates({ sheet, now }: { sheet: Sheet; now: number }) {
  return (
    <div className="flex flex-col gap-4">
      <FermentCurve tray={sheet.rise} now={now} height={300} />
      <div className="flex flex-wrap justify-around gap-3">
        <Bowls tray={sheet.rise} />
        <Poke left={0.08} label="springs back at once: wait" />
        <Poke left={0.5} label="fills slowly: ready" />
        <Poke left={0.95} label="stays: too far" />
      </div>
    </div>
  );
}

export function ProofFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const t = sheet.proof;
  const per = t.forecast.ready;
  return (
    <>
      <Ready tray={t} title={`Proof until ${times(t.forecast.target)}, light when lifted`} under={`covered, room to grow, at ${u.temperature(t.air_c)}`} />
      <Facts>
        <Fact name="Pieces at the start" value={u.temperature(Math.round(t.start_c))} from="dough and cold filling evened out" strong />
        {per && <Fact name="For one piece" value={duration(per.typical)} from={`${duration(per.low)} to ${duration(per.high)}`} />}
        <Fact name="First to last" value={duration(t.first_to_last_min)} from="the first wrapped is ahead by that: cook it first" />
        <Fact name={sheet.heat.method === "steam" ? "Bring water to the boil" : "Preheat"} value={clock(sheet.day.steps.find((s) => s.key === "preheat")?.start ?? sheet.day.eat)} from={`${duration(sheet.heat.preheat_min)} before the heat`} />
      </Facts>
    </>
  );
}

export function ProofPlates({ sheet, now }: { sheet: Sheet; now: number }) {
  return (
    <div className="flex flex-col gap-4">
      <FermentCurve tray={sheet.proof} now={now} height={300} />
      <div className="flex flex-wrap justify-around gap-3">
        <Poke left={0.08} label="springs back at once: wait" />
        <Poke left={0.5} label="fills slowly: ready" />
        <Poke left={0.95} label="stays: too far" />
      </div>
    </div>
  );
}
