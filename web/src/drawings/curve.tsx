import { scaleLinear } from "d3-scale";
import { area, curveMonotoneX, line } from "d3-shape";
import { useId } from "react";
import { drawn } from "../lib/guarded";

export interface Level {
  value: number;
  label: string;
  strong?: boolean;
}
export interface Point {
  x: number;
  y: number;
  label: string;
}
export interface CurveProps {
  title: string;
  x: number[];
  low: number[];
  typical: number[];
  high: number[];
  levels: Level[];
  ticks: { x: number; label: string }[];
  /** Where the target is met: low, typical, high. */
  ready?: { low: number; typical: number; high: number } | null;
  marks?: Point[];
  /** Another forecast kept beside this one, on the same axes. */
  other?: { x: number[]; typical: number[]; label: string } | null;
  now?: { x: number; label: string } | null;
  top: number;
  bottom: number;
  width?: number;
  height?: number;
  large?: boolean;
}

/** px that "you saw +22 %" takes. */
const [LABEL_WIDE, LABEL_HIGH] = [140, 40];

/** A forecast with its band: risen volume or core temperature against time. */
export const Curve = drawn(function Curve(p: CurveProps) {
  const width = p.width ?? 560;
  const height = p.height ?? 360;
  // Drawn as wide as a phone shows it, or as a laptop does: its letters are 17 or 16 px there.
  const text = width < 400 ? 18.5 : p.large ? 17 : 16;
  // On a phone what stands at the mark of an hour has a row of its own, above the names of the levels.
  const pad = { left: 10, right: 12, top: width < 400 ? 42 : 32, bottom: 30 };
  const last = p.x.at(-1) ?? 1;
  const x = scaleLinear([0, last], [pad.left, width - pad.right]);
  const y = scaleLinear([p.bottom, p.top], [height - pad.bottom, pad.top]);
  const clip = useId();
  const marks = p.marks ?? [];
  /** Whether the words of a mark would lie on a later one, whose words then stand for both. */
  const covered = (m: Point) =>
    marks.some((n) => n.label && n.x > m.x && x(n.x) - x(m.x) < LABEL_WIDE && Math.abs(y(n.y) - y(m.y)) < LABEL_HIGH);
  // A label written below its mark must not lie on a level's bar.
  const underneath = (value: number) => !p.levels.some((level) => Math.abs(y(value) + 15 - y(level.value)) < 11);
  const at = (i: number) => x(p.x[i] ?? 0);
  const band = area<number>()
    .x((_, i) => at(i))
    .y0((_, i) => y(p.low[i] ?? 0))
    .y1((_, i) => y(p.high[i] ?? 0))
    .curve(curveMonotoneX);
  const beneath = line<[number, number]>()
    .x(([m]) => x(m))
    .y(([, v]) => y(v))
    .curve(curveMonotoneX);
  const typical = line<number>()
    .x((_, i) => at(i))
    .y((v) => y(v))
    .curve(curveMonotoneX);
  // Curves climb from lower left to upper right: low levels are named at the right, high ones at the left.
  const beside = ({ value, label }: Level) => {
    if (value >= (p.bottom + p.top) * 0.45) return { x: pad.left + 2, textAnchor: "start" as const };
    const [right, mark] = [width - pad.right - 2, p.now ? x(p.now.x) : width];
    // The mark of an hour does not cross a name.
    const crossed = mark < right && mark > right - label.length * text * 0.56;
    return { x: crossed ? mark - 8 : right, textAnchor: "end" as const };
  };
  const target = p.levels.find((l) => l.strong);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={p.title}
      className="h-auto w-full [--halo:var(--enamel)]"
      fontSize={text}
    >
      <clipPath id={clip}>
        <rect
          x={pad.left}
          y={pad.top - 4}
          width={width - pad.left - pad.right}
          height={height - pad.top - pad.bottom + 4}
        />
      </clipPath>
      <path d={band(p.typical) ?? ""} fill="var(--steam)" clipPath={`url(#${clip})`} />
      {p.levels.map((l) => (
        <g key={l.label}>
          <line
            x1={pad.left}
            x2={width - pad.right}
            y1={y(l.value)}
            y2={y(l.value)}
            stroke={l.strong ? "var(--cobalt)" : "var(--rim)"}
            strokeWidth={l.strong ? 2 : 1.4}
          />
          <text
            {...beside(l)}
            y={y(l.value) - 6}
            fill={l.strong ? "var(--cobalt)" : "var(--muted)"}
            fontWeight={l.strong ? 700 : 500}
          >
            {l.label}
          </text>
        </g>
      ))}
      <path
        d={typical(p.typical) ?? ""}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={3}
        strokeLinejoin="round"
        clipPath={`url(#${clip})`}
      />
      {p.other && (
        <g>
          <path
            d={beneath(p.other.typical.map((v, i) => [p.other?.x[i] ?? 0, v])) ?? ""}
            fill="none"
            stroke="var(--cobalt)"
            strokeWidth={2.5}
            strokeDasharray="7 5"
            clipPath={`url(#${clip})`}
          />
          <text x={pad.left + 2} y={height - pad.bottom - 12} fill="var(--cobalt)" fontWeight={600}>
            {p.other.label}
          </text>
        </g>
      )}
      {p.ready && target && (
        <g>
          <line
            x1={x(p.ready.low)}
            x2={Math.min(x(p.ready.high), width - pad.right)}
            y1={y(target.value)}
            y2={y(target.value)}
            stroke="var(--cobalt)"
            strokeWidth={11}
            strokeLinecap="round"
          />
          <circle cx={x(p.ready.typical)} cy={y(target.value)} r={4} fill="var(--enamel)" />
        </g>
      )}
      {p.ticks.map((t) => (
        <g key={t.x}>
          <line x1={x(t.x)} x2={x(t.x)} y1={height - pad.bottom} y2={height - pad.bottom + 5} stroke="var(--muted)" />
          <text
            x={x(t.x)}
            y={height - 6}
            textAnchor={x(t.x) < 24 ? "start" : x(t.x) > width - 24 ? "end" : "middle"}
            fill="var(--muted)"
          >
            {t.label}
          </text>
        </g>
      ))}
      <line
        x1={pad.left}
        x2={width - pad.right}
        y1={height - pad.bottom}
        y2={height - pad.bottom}
        stroke="var(--muted)"
        strokeWidth={1.4}
      />
      {p.now && p.now.x >= 0 && p.now.x <= last && (
        <g>
          <line
            x1={x(p.now.x)}
            x2={x(p.now.x)}
            y1={24}
            y2={height - pad.bottom}
            stroke="var(--crust)"
            strokeWidth={2.5}
          />
          <text
            x={x(p.now.x) + (p.now.x > last * 0.7 ? -7 : 7)}
            y={width < 400 ? 17 : 22}
            textAnchor={p.now.x > last * 0.7 ? "end" : "start"}
            fill="var(--crust)"
            fontWeight={700}
          >
            {p.now.label}
          </text>
        </g>
      )}
      {marks.map((m) => (
        <g key={`${m.x}-${m.y}`}>
          <circle
            cx={x(Math.min(m.x, last))}
            cy={y(m.y)}
            r={m.label ? 7 : 3.5}
            fill="var(--enamel)"
            stroke="var(--crust)"
            strokeWidth={m.label ? 3.5 : 2}
          />
          <text
            x={x(Math.min(m.x, last)) + (m.x > last * 0.6 ? -13 : 13)}
            y={y(m.y) + (underneath(m.y) ? 20 : -14)}
            textAnchor={m.x > last * 0.6 ? "end" : "start"}
            fill="var(--crust)"
            fontWeight={700}
          >
            {covered(m) ? "" : m.label}
          </text>
        </g>
      ))}
    </svg>
  );
});
