import { scaleLinear } from "d3-scale";
import { drawn } from "../lib/guarded";

interface Stage {
  name: string;
  low: number;
  typical: number;
  high: number;
  actual: number | null;
}

/** Each stage's minutes: the forecast's band and most likely value, and how it went. */
export const StageBars = drawn(function StageBars({
  stages,
  words,
  title,
  narrow,
}: {
  stages: Stage[];
  words: (minutes: number) => string;
  title: string;
  narrow: boolean;
}) {
  // On a phone the bar stands under its words, which take all of the width.
  const [width, row, left, right, under] = narrow ? [400, 68, 4, 4, 25] : [640, 42, 150, 136, 0];
  const longest = Math.max(...stages.map((s) => Math.max(s.high, s.actual ?? 0)), 30);
  const x = scaleLinear([0, longest * 1.04], [left, width - right]);
  return (
    <svg
      viewBox={`0 0 ${width} ${stages.length * row + 6}`}
      role="img"
      aria-label={title}
      className="mt-2 h-auto w-full"
      fontSize={narrow ? 21 : 16}
    >
      {stages.map((s, i) => {
        const said = i * row + 27;
        const y = said - 5 + under;
        return (
          <g key={s.name}>
            <text x={0} y={said} fill="var(--ink)" fontWeight={700}>
              {s.name}
            </text>
            <line x1={left} x2={width - right} y1={y} y2={y} stroke="var(--inset)" strokeWidth={2} />
            <rect
              x={x(s.low)}
              width={Math.max(x(s.high) - x(s.low), 4)}
              y={y - 8}
              height={16}
              rx={8}
              fill="var(--steam)"
            />
            <circle cx={x(s.typical)} cy={y} r={5} fill="var(--cobalt)" />
            {s.actual !== null && (
              <rect x={x(s.actual) - 3} y={y - 14} width={6} height={28} rx={3} fill="var(--crust)" />
            )}
            <text x={width} y={said} textAnchor="end" fill="var(--muted)">
              {s.actual === null ? "not marked" : `${words(s.typical)} → ${words(s.actual)}`}
            </text>
          </g>
        );
      })}
    </svg>
  );
});
