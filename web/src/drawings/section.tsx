import { useId, useMemo } from "react";

import { drawn } from "../lib/guarded";
import { crumb } from "./crumb";
import { path, type Points } from "./outline";

interface Size {
  when: string;
  width_mm: number;
  height_mm: number;
  wall_mm: number;
  outside: Points;
  filling: Points[];
}

const GAP = 18;
const LEAST = 66; // mm under a piece for its words
const widthsOf = (sizes: Size[]) => sizes.map((s) => Math.max(s.width_mm, LEAST));

/** Width in mm of the whole drawing, so that others can be laid beside it at the same scale. */
export const sectionWidth = (sizes: Size[]) => widthsOf(sizes).reduce((a, b) => a + b + GAP, -GAP) + 8;

/** The piece cut through as wrapped, proofed and cooked, all at one scale: the core's own outlines. */
export const Section = drawn(function Section(p: {
  sizes: Size[];
  length: (mm: number) => string;
  title: string;
  /** Size of the letters, mm of the piece. */
  letters: number;
  /** Whether the heat colours its skin. */
  browned: boolean;
}) {
  const own = useId();
  const { browned } = p;
  const tallest = Math.max(...p.sizes.map((s) => s.height_mm));
  const widths = widthsOf(p.sizes);
  const total = sectionWidth(p.sizes);
  const font = p.letters;
  const base = tallest + 8;
  const placed = p.sizes.map((size, i) => ({
    size,
    middle: widths.slice(0, i).reduce((sum, w) => sum + w + GAP, 4) + (widths[i] ?? 0) / 2,
  }));
  const crumbs = useMemo(
    () => p.sizes.map((s) => (p.sizes[0] ? crumb(s.outside, s.filling, p.sizes[0]) : "")),
    [p.sizes],
  );
  const walls = p.sizes.some((s) => s.wall_mm > 0);
  return (
    <svg
      viewBox={`0 0 ${total} ${base + font * (walls ? 5.7 : 4.5)}`}
      role="img"
      aria-label={p.title}
      className="h-auto w-full"
      fontSize={font}
    >
      {placed.map(({ size, middle }, i) => (
        <g key={size.when}>
          <g transform={`translate(${middle} ${base})`}>
            <path d={path(size.outside, true)} fill="var(--dough)" />
            <path d={crumbs[i]} fill="var(--crumb)" stroke="var(--fold)" strokeWidth={0.35} />
            {size.filling.map((points, i) => (
              <path key={i} d={path(points, true)} fill="var(--filling)" stroke="var(--fold)" strokeWidth={0.8} />
            ))}
            {/* The skin lies inside the outline: it is drawn twice as wide, and its outer half cut away. */}
            <clipPath id={`${own}-${i}`}>
              <path d={path(size.outside, true)} />
            </clipPath>
            <path
              d={path(size.outside, true)}
              clipPath={`url(#${own}-${i})`}
              fill="none"
              stroke={browned && i === placed.length - 1 ? "var(--crustskin)" : "var(--fold)"}
              strokeWidth={3.4}
            />
            <path d={path(size.outside, true)} fill="none" stroke="var(--doughline)" strokeWidth={0.9} />
          </g>
          <line
            x1={middle - size.width_mm / 2}
            x2={middle + size.width_mm / 2}
            y1={base + 4}
            y2={base + 4}
            stroke="var(--muted)"
            strokeWidth={0.8}
          />
          <text x={middle} y={base + font * 1.6} textAnchor="middle" fill="var(--ink)" fontWeight={700}>
            {size.when}
          </text>
          <text x={middle} y={base + font * 2.8} textAnchor="middle" fill="var(--muted)">
            {p.length(size.width_mm)} wide
          </text>
          <text x={middle} y={base + font * 4} textAnchor="middle" fill="var(--muted)">
            {p.length(size.height_mm)} high
          </text>
          {size.wall_mm > 0 && (
            <text x={middle} y={base + font * 5.2} textAnchor="middle" fill="var(--muted)">
              wall {p.length(size.wall_mm)}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
});
