import { heatColour, HEAT_MARKS } from "../lib/heat-colour";
import { drawn } from "../lib/guarded";

interface Props {
  /** Outline of each cell in the right half of the section, mm: x and y in turn, from the middle, y downwards. */
  cells: number[][];
  /** The edge of the filling in the right half, as x and y in turn; empty for none. */
  rim: number[];
  celsius: number[];
  top: number;
  coldest: number;
  base: number;
  /** Cells the three temperatures are told of: top skin, coldest place, lower skin. */
  looked_at: number[];
  width_mm: number;
  height_mm: number;
  show: (celsius: number) => string;
  title: string;
  narrow: boolean;
}

/** A cell's outline as a path; -1 mirrors it to the left half. */
const path = (cell: number[], side: 1 | -1) =>
  `M${cell.map((v, i) => (i % 2 === 0 ? `${side * v}` : `${v}`)).join(" ")}Z`;

/** A piece cut through, every cell coloured by its temperature; the temperatures that matter in words. */
export const InsideDrawing = drawn(function InsideDrawing(p: Props) {
  const wide = p.narrow ? 372 : 520;
  const scale = Math.min((p.narrow ? 208 : 330) / p.width_mm, (p.narrow ? 150 : 190) / p.height_mm);
  const [rx, ry] = [(p.width_mm / 2) * scale, (p.height_mm / 2) * scale];
  const [cx, cy] = [p.narrow ? 112 : 190, 22 + ry];
  const step = (wide - 40) / HEAT_MARKS.length;
  const high = cy + ry + 62;
  const cold = p.cells[p.looked_at[1] ?? 0] ?? [0, 0];
  const mean = (from: number) => (scale * [0, 2, 4, 6].reduce((sum, i) => sum + (cold[i + from] ?? 0), 0)) / 4;
  const words = [
    { y: cy - ry + 12, label: `top ${p.show(Math.round(p.top))}`, to: cy - ry + 4 },
    { y: cy + 5, label: `coldest ${p.show(Math.round(p.coldest))}`, to: cy + mean(1), strong: true },
    { y: cy + ry + 4, label: `base ${p.show(Math.round(p.base))}`, to: cy + ry - 4 },
  ];
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={p.title}
      className="h-auto w-full [--halo:var(--enamel)]"
      fontSize={p.narrow ? 19 : 15}
    >
      <g transform={`translate(${cx} ${cy}) scale(${scale})`}>
        {p.cells.flatMap((cell, i) => {
          const colour = heatColour(p.celsius[i] ?? 0);
          // A hair of its own colour closes the seams between cells.
          return ([1, -1] as const).map((side) => (
            <path key={`${i} ${side}`} d={path(cell, side)} fill={colour} stroke={colour} strokeWidth={0.6 / scale} />
          ));
        })}
        <g
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.6 / scale}
          strokeDasharray={`${5 / scale} ${4 / scale}`}
          strokeLinecap="round"
        >
          {p.rim.length > 0 && (
            <>
              <path d={`M${p.rim.join(" ")}`} />
              <path d={`M${p.rim.join(" ")}`} transform="scale(-1 1)" />
            </>
          )}
        </g>
        <circle
          cx={mean(0) / scale}
          cy={mean(1) / scale}
          r={4 / scale}
          fill="var(--enamel)"
          stroke="var(--ink)"
          strokeWidth={2 / scale}
        />
      </g>
      {words.map((w) => (
        <g key={w.label}>
          <line x1={cx + 4} x2={cx + rx + 14} y1={w.to} y2={w.y - 5} stroke="var(--muted)" />
          <text
            x={cx + rx + 18}
            y={w.y}
            fill={w.strong ? "var(--cobalt)" : "var(--ink)"}
            fontWeight={w.strong ? 800 : 500}
            fontSize={w.strong ? 21 : p.narrow ? 19 : 15}
          >
            {w.label}
          </text>
        </g>
      ))}
      <g transform={`translate(20 ${high - 34})`}>
        {HEAT_MARKS.map((c, i) => (
          <g key={c} transform={`translate(${i * step} 0)`}>
            <rect width={step} height="12" fill={heatColour(c)} />
            <text x={step / 2} y="28" textAnchor="middle" fontSize={p.narrow ? 16 : 13} fill="var(--muted)">
              {p.show(c)}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
});
