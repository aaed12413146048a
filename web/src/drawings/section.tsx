interface Size {
  when: string;
  width_mm: number;
  height_mm: number;
  filling_width_mm: number;
  filling_height_mm: number;
  wall_mm: number;
}

/** Outline of a round bun standing on a flat base: w wide, h high, centred on x, base at y. */
const dome = (x: number, y: number, w: number, h: number) => {
  const a = w / 2;
  return `M${x - a * 0.82} ${y} C${x - a * 1.12} ${y} ${x - a * 1.06} ${y - h * 0.72} ${x - a * 0.5} ${y - h * 0.93} Q${x} ${y - h * 1.07} ${x + a * 0.5} ${y - h * 0.93} C${x + a * 1.06} ${y - h * 0.72} ${x + a * 1.12} ${y} ${x + a * 0.82} ${y} Z`;
};

/** A half-moon cut across: a cushion with its crimped rim at the right. */
const cushion = (x: number, y: number, w: number, h: number, rim: number) => {
  const a = w / 2;
  return `M${x - a * 0.8} ${y} C${x - a * 1.1} ${y} ${x - a * 1.08} ${y - h} ${x - a * 0.1} ${y - h} C${x + a * 0.6} ${y - h} ${x + a * 0.75} ${y - h * 0.24} ${x + a - rim * 0.2} ${y - h * 0.2} L${x + a + rim} ${y - h * 0.16} Q${x + a + rim + 2} ${y} ${x + a + rim * 0.6} ${y} Z`;
};

function Piece({ size, x, y, closing, id }: { size: Size; x: number; y: number; closing: string; id: string }) {
  const { width_mm: w, height_mm: h } = size;
  const outer = closing === "gathered" ? dome(x, y, w, h) : cushion(x, y, w, h, 9);
  const inner = dome(x - (closing === "gathered" ? 0 : w * 0.04), y - size.wall_mm * 0.9, size.filling_width_mm, size.filling_height_mm * 0.94);
  const pleats = closing === "gathered" ? [-0.42, -0.26, -0.11, 0.11, 0.26, 0.42] : [];
  return (
    <g>
      <path d={outer} fill="var(--dough)" stroke="var(--doughline)" strokeWidth={1.4} />
      <clipPath id={id}>
        <path d={outer} />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        {pleats.map((p) => (
          <path key={p} d={`M${x + p * w} ${y - h * (0.86 - Math.abs(p) * 0.2)} Q${x + p * w * 0.5} ${y - h * 0.95} ${x + p * w * 0.1} ${y - h * 1.02}`} fill="none" stroke="var(--doughline)" strokeWidth={1} />
        ))}
      </g>
      <path d={inner} fill="var(--filling)" />
    </g>
  );
}

const GAP = 22;
const rimOf = (closing: string) => (closing === "gathered" ? 0 : 14);
const widthsOf = (closing: string, sizes: Size[]) => sizes.map((s) => Math.max(s.width_mm, 62) + rimOf(closing));

/** Width in mm of the whole drawing, so that others can be laid beside it at the same scale. */
export const sectionWidth = (closing: string, sizes: Size[]) => widthsOf(closing, sizes).reduce((a, b) => a + b + GAP, -GAP) + 8;

/** The piece cut through as wrapped, proofed and cooked, all at one scale. */
export function Section(p: { closing: string; sizes: Size[]; length: (mm: number) => string; title: string }) {
  const rim = rimOf(p.closing);
  const tallest = Math.max(...p.sizes.map((s) => s.height_mm));
  const widths = widthsOf(p.closing, p.sizes);
  const total = sectionWidth(p.closing, p.sizes);
  const base = tallest + 8;
  const placed = p.sizes.map((size, i) => {
    const before = widths.slice(0, i).reduce((sum, w) => sum + w + GAP, 4);
    return { size, middle: before + (widths[i] ?? 0) / 2 };
  });
  return (
    <svg viewBox={`0 0 ${total} ${base + 42}`} role="img" aria-label={p.title} className="h-auto w-full" fontSize={9.4}>
      {placed.map(({ size, middle }, i) => (
        <g key={size.when}>
          <Piece size={size} x={middle - rim / 2} y={base} closing={p.closing} id={`${p.closing}-${i}`} />
          <line x1={middle - size.width_mm / 2 - rim / 2} x2={middle + size.width_mm / 2 - rim / 2} y1={base + 5} y2={base + 5} stroke="var(--muted)" strokeWidth={0.8} />
          <text x={middle} y={base + 16} textAnchor="middle" fill="var(--ink)" fontWeight={700}>
            {size.when}
          </text>
          <text x={middle} y={base + 27} textAnchor="middle" fill="var(--muted)">
            {p.length(size.width_mm)} across
          </text>
          <text x={middle} y={base + 38} textAnchor="middle" fill="var(--muted)">
            wall {p.length(size.wall_mm)}
          </text>
        </g>
      ))}
    </svg>
  );
}
