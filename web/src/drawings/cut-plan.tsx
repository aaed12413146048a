import { drawn } from "../lib/guarded";

const HIGH = 46;
const WIDE = 360;

/** A roll of dough with its cuts, the first ones tallest: halves before thirds. */
export const CutPlan = drawn(function CutPlan({
  cuts,
  words,
  title,
}: {
  cuts: { at: number; round: number }[];
  words: string[];
  title: string;
}) {
  const rounds = words.length;
  const reach = (round: number) => 12 - (9 * round) / Math.max(1, rounds - 1 || 1);
  return (
    <svg
      viewBox={`-6 -22 ${WIDE + 12} ${HIGH + 56}`}
      role="img"
      aria-label={title}
      className="h-auto w-full"
      fontSize={11}
    >
      <rect
        width={WIDE}
        height={HIGH}
        rx={HIGH / 2.3}
        fill="var(--dough)"
        stroke="var(--doughline)"
        strokeWidth={1.6}
      />
      {cuts.map(({ at, round }) => (
        <g key={at}>
          <line
            x1={at * WIDE}
            x2={at * WIDE}
            y1={-reach(round)}
            y2={HIGH + reach(round)}
            stroke="var(--cobalt)"
            strokeWidth={round === 0 ? 2.6 : round === 1 ? 1.8 : 1.1}
            {...(round > 1 && { strokeDasharray: "4 3" })}
          />
          {cuts.length <= 24 && (
            <text
              x={at * WIDE}
              y={-reach(round) - 3}
              textAnchor="middle"
              fill="var(--cobalt)"
              fontWeight={700}
              fontSize={cuts.length > 14 ? 8 : 11}
            >
              {round + 1}
            </text>
          )}
        </g>
      ))}
      <text x={WIDE / 2} y={HIGH + 26} textAnchor="middle" fill="var(--muted)">
        {words.map((word, i) => `${i ? "then" : "first"} ${word} (${i + 1})`).join(", ")}
      </text>
    </svg>
  );
});
