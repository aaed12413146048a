import { heatColour, HEAT_MARKS } from "../lib/heat-colour";
import { drawn } from "../lib/guarded";

interface Props {
  /** Outer reach of each cell, as a share, from the bottom skin to the centre and on to the top. */
  reach: number[];
  filling: boolean[];
  celsius: number[];
  width_mm: number;
  height_mm: number;
  show: (celsius: number) => string;
  title: string;
  narrow: boolean;
}

const UP = 0.6; // of the height above the coldest point

/** A half of a piece, flat-bottomed below and domed above. */
const half = (rx: number, ry: number, up: boolean, closed = true) => {
  const flat = up ? 0.552 : 0.8;
  const s = up ? -1 : 1;
  return `M${-rx} 0C${-rx} ${s * ry * flat} ${-rx * flat} ${s * ry} 0 ${s * ry}C${rx * flat} ${s * ry} ${rx} ${s * ry * flat} ${rx} 0${closed ? "Z" : ""}`;
};

/** A piece cut through, every shell coloured by its temperature; the temperatures that matter in words. */
export const InsideDrawing = drawn(function InsideDrawing(p: Props) {
  const n = p.reach.length / 2;
  const wide = p.narrow ? 372 : 520;
  const scale = Math.min((p.narrow ? 208 : 330) / p.width_mm, (p.narrow ? 150 : 190) / p.height_mm);
  const rx = (p.width_mm / 2) * scale;
  const [up, down] = [p.height_mm * UP * scale, p.height_mm * (1 - UP) * scale];
  const [cx, cy] = [p.narrow ? 112 : 190, 22 + up];
  const step = (wide - 40) / HEAT_MARKS.length;
  const high = cy + down + 62;
  const bottom = Array.from({ length: n }, (_, i) => i);
  const top = Array.from({ length: n }, (_, i) => 2 * n - 1 - i);
  const coldest = p.filling.some(Boolean)
    ? Math.min(...p.celsius.filter((_, i) => p.filling[i]))
    : Math.min(p.celsius[n - 1] ?? 0, p.celsius[n] ?? 0);
  const rim = Math.max(0, ...p.reach.filter((_, i) => p.filling[i]));
  const words = [
    { y: cy - up + 12, label: `top ${p.show(Math.round(p.celsius.at(-1) ?? 0))}`, to: cy - up + 4, x: 0 },
    { y: cy + 5, label: `coldest ${p.show(Math.round(coldest))}`, to: cy, x: 0, strong: true },
    { y: cy + down + 4, label: `base ${p.show(Math.round(p.celsius[0] ?? 0))}`, to: cy + down - 4, x: 0 },
  ];
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={p.title}
      className="h-auto w-full [--halo:var(--enamel)]"
      fontSize="15"
    >
      <g transform={`translate(${cx} ${cy})`}>
        {bottom.map((i) => (
          <path
            key={i}
            d={half(rx * (p.reach[i] ?? 0), down * (p.reach[i] ?? 0), false)}
            fill={heatColour(p.celsius[i] ?? 0)}
          />
        ))}
        {top.map((i) => (
          <path
            key={i}
            d={half(rx * (p.reach[i] ?? 0), up * (p.reach[i] ?? 0), true)}
            fill={heatColour(p.celsius[i] ?? 0)}
          />
        ))}
        {rim > 0 && (
          <g fill="none" stroke="var(--ink)" strokeWidth="1.6" strokeDasharray="5 4">
            <path d={half(rx * rim, up * rim, true, false)} />
            <path d={half(rx * rim, down * rim, false, false)} />
          </g>
        )}
        <circle r="4" fill="var(--enamel)" stroke="var(--ink)" strokeWidth="2" />
      </g>
      {words.map((w) => (
        <g key={w.label}>
          <line x1={cx + 4} x2={cx + rx + 14} y1={w.to} y2={w.y - 5} stroke="var(--muted)" />
          <text
            x={cx + rx + 18}
            y={w.y}
            fill={w.strong ? "var(--cobalt)" : "var(--ink)"}
            fontWeight={w.strong ? 800 : 500}
            fontSize={w.strong ? 19 : 15}
          >
            {w.label}
          </text>
        </g>
      ))}
      <g transform={`translate(20 ${high - 34})`}>
        {HEAT_MARKS.map((c, i) => (
          <g key={c} transform={`translate(${i * step} 0)`}>
            <rect width={step} height="12" fill={heatColour(c)} />
            <text x={step / 2} y="28" textAnchor="middle" fontSize="13" fill="var(--muted)">
              {p.show(c)}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
});
