import { drawn } from "../lib/guarded";

interface Portion {
  number: number;
  grams: number;
  off: number;
  verdict: string;
}

const REACH = 0.12; // share off that fills half the height
const COLOURS: Record<string, string> = { fine: "var(--filling)", off: "var(--doughline)", far: "var(--crust)" };

/** Each piece as weighed, over or under its aim: the band is what goes unnoticed, 3 % either way. */
export const Portions = drawn(function Portions({
  portions,
  planned,
  figure,
  title,
}: {
  portions: Portion[];
  planned: number;
  figure: (g: number) => string;
  title: string;
}) {
  const count = Math.max(planned, portions.length, 1);
  const step = Math.min(46, 420 / count);
  const wide = Math.max(step * count + 60, 300);
  const y = (off: number) => 60 - (Math.max(-REACH, Math.min(REACH, off)) / REACH) * 46;
  return (
    <svg viewBox={`0 0 ${wide} 128`} role="img" aria-label={title} className="h-auto w-full" fontSize={12}>
      <rect x={0} width={step * count} y={y(0.03)} height={y(-0.03) - y(0.03)} fill="var(--inset)" />
      <line x1={0} x2={step * count} y1={60} y2={60} stroke="var(--muted)" strokeWidth={1} />
      {[0.05, -0.05].map((off) => (
        <g key={off}>
          <line
            x1={0}
            x2={step * count}
            y1={y(off)}
            y2={y(off)}
            stroke="var(--rim)"
            strokeWidth={1.4}
            strokeDasharray="4 4"
          />
          <text x={step * count + 5} y={y(off) + 4} fill="var(--muted)">
            {off > 0 ? "+5 %" : "−5 %"}
          </text>
        </g>
      ))}
      <text x={step * count + 5} y={64} fill="var(--muted)">
        aim
      </text>
      {portions.map((p, i) => (
        <g key={p.number}>
          <rect
            x={i * step + step * 0.2}
            width={step * 0.6}
            y={Math.min(y(p.off), 60)}
            height={Math.max(2, Math.abs(y(p.off) - 60))}
            rx={2}
            fill={COLOURS[p.verdict] ?? "var(--muted)"}
          />
          {step > 24 && (
            <text
              x={i * step + step / 2}
              y={p.off >= 0 ? y(p.off) - 4 : y(p.off) + 12}
              textAnchor="middle"
              fill="var(--ink)"
              fontWeight={p.verdict === "far" ? 800 : 500}
            >
              {figure(p.grams)}
            </text>
          )}
        </g>
      ))}
      {Array.from(
        { length: count },
        (_, i) =>
          (count <= 20 || (i + 1) % 5 === 0) && (
            <text key={i} x={i * step + step / 2} y={124} textAnchor="middle" fill="var(--muted)">
              {i + 1}
            </text>
          ),
      )}
    </svg>
  );
});
