import type { SVGAttributes } from "react";
import { drawn } from "../lib/guarded";

interface FitOf {
  round: boolean;
  wide_mm: number;
  deep_mm: number;
  piece_wide_mm: number;
  piece_deep_mm: number;
  piece_round: boolean;
  spots: number[][];
  /** Width of a piece as it goes in over that it grows to. */
  proofed: number;
  closing: string;
}

function Lying({
  x,
  y,
  wide,
  deep,
  round,
  closing,
  ...look
}: { x: number; y: number; wide: number; deep: number; round: boolean; closing: string } & SVGAttributes<SVGElement>) {
  if (closing.startsWith("half_moon")) {
    // The fold is the long straight side.
    const moon =
      deep > wide
        ? `M${-wide / 2} ${-deep / 2}A${wide} ${deep / 2} 0 0 1 ${-wide / 2} ${deep / 2}Z`
        : `M${-wide / 2} ${-deep / 2}A${wide / 2} ${deep} 0 0 0 ${wide / 2} ${-deep / 2}Z`;
    return <path d={moon} transform={`translate(${x} ${y})`} strokeLinejoin="round" {...look} />;
  }
  if (closing === "boat" || closing === "crescent")
    return <ellipse cx={x} cy={y} rx={wide / 2} ry={deep / 2} {...look} />;
  return round ? (
    <circle cx={x} cy={y} r={wide / 2} {...look} />
  ) : (
    <rect x={x - wide / 2} y={y - deep / 2} width={wide} height={deep} rx={Math.min(wide, deep) / 3} {...look} />
  );
}

/** A basket or a tray with its pieces as they go in, dashed as they grow, numbered in the order they were shaped. */
export const Holder = drawn(function Holder({
  fit,
  first,
  last,
  title,
}: {
  fit: FitOf;
  first: number;
  last: number;
  title: string;
}) {
  const [w, d] = [fit.wide_mm, fit.deep_mm];
  const edge = Math.max(w, d) / 60;
  const [pw, pd] = [fit.piece_wide_mm, fit.piece_deep_mm];
  const font = Math.min(pw, pd) * 0.36;
  return (
    <svg
      viewBox={`${-w / 2 - edge} ${-d / 2 - edge} ${w + 2 * edge} ${d + 2 * edge}`}
      role="img"
      aria-label={title}
      className="h-auto w-full"
      fontSize={font}
    >
      {fit.round ? (
        <circle r={w / 2} fill="var(--steam)" stroke="var(--cobalt)" strokeWidth={edge} />
      ) : (
        <rect
          x={-w / 2}
          y={-d / 2}
          width={w}
          height={d}
          rx={edge * 2}
          fill="var(--inset)"
          stroke="var(--cobalt)"
          strokeWidth={edge}
        />
      )}
      {fit.spots.map(([x = 0, y = 0], i) => {
        const number = first + i;
        const there = number <= last;
        return (
          <g key={i}>
            <Lying
              x={x}
              y={y}
              wide={pw}
              deep={pd}
              round={fit.piece_round}
              closing={fit.closing}
              fill="none"
              stroke="var(--doughline)"
              strokeWidth={edge / 4}
              strokeDasharray={`${edge * 2} ${edge * 1.5}`}
            />
            {there && (
              <Lying
                x={x}
                y={y}
                wide={pw * fit.proofed}
                deep={pd * fit.proofed}
                round={fit.piece_round}
                closing={fit.closing}
                fill="var(--dough)"
                stroke="var(--doughline)"
                strokeWidth={edge / 2}
              />
            )}
            {there && (
              <text x={x} y={y + font * 0.35} textAnchor="middle" fill="var(--doughink)" fontWeight={700}>
                {number}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
});
