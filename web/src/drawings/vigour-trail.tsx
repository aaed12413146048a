import { scaleLinear } from "d3-scale";
import { drawn } from "../lib/guarded";

/** What is believed of a kitchen's vigour after each batch. */
export const VigourTrail = drawn(function VigourTrail({
  points,
  title,
}: {
  points: { at: string; value: number }[];
  title: string;
}) {
  const [width, height, pad] = [340, 190, 44];
  const values = points.map((p) => p.value);
  const low = Math.min(0.8, ...values) - 0.05;
  const high = Math.max(1.02, ...values) + 0.05;
  const x = scaleLinear([0, Math.max(points.length - 1, 1)], [pad, width - 14]);
  const y = scaleLinear([low, high], [height - 26, 12]);
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={title} className="mt-2 h-auto w-full" fontSize={20}>
      {[0.8, 1, 1.2]
        .filter((v) => v > low && v < high)
        .map((v) => (
          <g key={v}>
            <line
              x1={pad}
              x2={width - 6}
              y1={y(v)}
              y2={y(v)}
              stroke={v === 1 ? "var(--muted)" : "var(--rim)"}
              strokeDasharray={v === 1 ? "5 4" : "none"}
            />
            <text x={pad - 5} y={y(v) + 4} textAnchor="end" fill="var(--muted)">
              {v === 1 ? "× 1" : v}
            </text>
          </g>
        ))}
      <polyline
        points={points.map((p, i) => `${x(i)},${y(p.value)}`).join(" ")}
        fill="none"
        stroke="var(--cobalt)"
        strokeWidth={3}
        strokeLinejoin="round"
      />
      {points.map((p, i) => (
        <circle key={i} cx={x(i)} cy={y(p.value)} r={i === points.length - 1 ? 6 : 3.5} fill="var(--cobalt)">
          <title>{`${p.at}: × ${p.value.toFixed(2)}`}</title>
        </circle>
      ))}
      <text x={pad} y={height - 6} fill="var(--muted)">
        {points[0]?.at}
      </text>
      <text x={width - 6} y={height - 6} textAnchor="end" fill="var(--muted)">
        {points.at(-1)?.at}
      </text>
    </svg>
  );
});
