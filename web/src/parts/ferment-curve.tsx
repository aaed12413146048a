import type { RiseTray } from "../api/client";
import { Curve } from "../drawings/curve";
import { clockTicks } from "../drawings/ticks";
import { clock } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";

export const times = (ratio: number) =>
  Math.abs(ratio - 2) < 0.02
    ? "doubled"
    : `${ratio.toFixed(ratio % 0.1 > 0.01 && ratio % 0.1 < 0.09 ? 2 : 1)} times the size`;

/** A rise or proof as a curve, with the clock beneath it. Shared by Bench, Hands and Notebook. */
export function FermentCurve({
  tray,
  now,
  large,
  height,
  width,
  other,
}: {
  tray: RiseTray;
  now?: number;
  large?: boolean;
  height?: number;
  width?: number;
  other?: RiseTray | null;
}) {
  const u = useUnits();
  const narrow = usePhone();
  const f = tray.forecast;
  const last = f.minutes.at(-1) ?? 60;
  const top = Math.max(1 + 1.3 * (f.target - 1), Math.min(Math.max(...f.high), 1 + 1.75 * (f.target - 1)));
  const levels = [
    { value: 1, label: "as it went in" },
    { value: 1 + (f.target - 1) / 2, label: `${(1 + (f.target - 1) / 2).toFixed(2)} ×` },
    { value: f.target, label: times(f.target), strong: true },
    { value: tray.past_best, label: "past its best" },
  ];
  const minute = now === undefined ? null : (now - new Date(tray.start).getTime()) / 60_000;
  return (
    <Curve
      title={`Growth from ${clock(tray.start)}: ready ${clock(tray.ready_low)} to ${clock(tray.ready_high)}`}
      x={f.minutes}
      low={f.low}
      typical={f.typical}
      high={f.high}
      levels={levels}
      ticks={clockTicks(tray.start, last, clock, large || narrow ? 4 : 6)}
      ready={f.ready}
      top={top}
      bottom={0.96}
      now={minute !== null && minute > 0 && minute < last ? { x: minute, label: `now ${clock(now ?? 0)}` } : null}
      marks={tray.marks.map((m) => ({
        x: m.minute,
        y: m.value,
        label: m.kind === "risen" ? `you saw +${Math.round((m.value - 1) * 100)} %` : u.text(m.words),
      }))}
      other={other ? { x: other.forecast.minutes, typical: other.forecast.typical, label: "as it was" } : null}
      {...(large ? { large } : {})}
      height={narrow ? 250 : (height ?? 360)}
      width={narrow ? 350 : (width ?? 560)}
    />
  );
}

/** What was seen, and what each look changed; what would make the forecast surer. */
export function Story({ tray, large }: { tray: RiseTray; large?: boolean }) {
  const u = useUnits();
  if (tray.story.length === 0) return null;
  return (
    <ol aria-label="What each look changed" className={large ? "tab:text-lg" : ""}>
      {tray.story.slice(large ? -1 : 0).map((t) => (
        <li key={t.at + u.text(t.seen)} className="border-t-2 border-inset py-0.5">
          <span className="text-muted">{clock(t.at)}</span> {u.text(t.seen)}
          {t.moved.length > 0 && <strong>: {u.text(t.moved)}</strong>}
        </li>
      ))}
    </ol>
  );
}
