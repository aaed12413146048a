import { useId, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { drawn } from "../lib/guarded";

const DOUGH = { fill: "var(--dough)", stroke: "var(--doughline)", strokeWidth: 2 };
const GLASS = { fill: "none", stroke: "var(--cobalt)", strokeLinecap: "round" as const };

/** A poked dough. left: how much of the dent is still there, 0 to 1. */
export const PokeDrawing = drawn(function PokeDrawing({ left, title }: { left: number; title: string }) {
  const d = 34 * left;
  return (
    <svg viewBox="0 0 112 62" role="img" aria-label={title} className="h-auto w-full">
      <path
        d={`M4 58 C2 24 14 10 38 9 ${left > 0.1 ? `C50 9 48 ${9 + d} 56 ${9 + d} C64 ${9 + d} 62 9 74 9` : "L74 9"} C98 10 110 24 108 58 Z`}
        {...DOUGH}
      />
    </svg>
  );
});

/** Dough in its bowl. ratio: its size over that at the start, at most 3; dome: 1 domed, 0 flat, -1 fallen in. */
export const BowlDrawing = drawn(function BowlDrawing({
  ratio,
  dome = 1,
  title,
}: {
  ratio: number;
  dome?: number;
  title: string;
}) {
  const level = 82 - 25 * Math.min(ratio, 2.9);
  const clip = useId();
  return (
    <svg viewBox="0 0 112 84" role="img" aria-label={title} className="h-auto w-full">
      <clipPath id={clip}>
        <path d="M6 0 C8 56 22 81 40 81 H72 C90 81 104 56 106 0 Z" />
      </clipPath>
      <path
        d={`M0 ${level + 4} Q56 ${level - 14 * dome} 112 ${level + 4} V84 H0 Z`}
        clipPath={`url(#${clip})`}
        {...DOUGH}
      />
      <path d="M6 4 C8 56 22 81 40 81 H72 C90 81 104 56 106 4" strokeWidth="4" {...GLASS} />
    </svg>
  );
});

/** A torn dough: bubbles of a given size, evenly strewn, the same for the same size. */
export const TearDrawing = drawn(function TearDrawing({
  cell_mm,
  length,
  title,
}: {
  cell_mm: number;
  length: (mm: number) => string;
  title: string;
}) {
  const r = Math.max(0.7, cell_mm * 1.9);
  const step = r * 2.25;
  const cells = [];
  for (let row = 0, y = 12 + r; y < 72 - r; y += step * 0.87, row++)
    for (let x = 12 + r + (row % 2 ? step / 2 : 0), i = 0; x < 148 - r; x += step, i++) {
      const turn = Math.sin(row * 12.9 + i * 78.2) * 0.5;
      cells.push(
        <ellipse
          key={`${row}-${i}`}
          cx={x + turn * r * 0.4}
          cy={y}
          rx={r * (1 + 0.25 * turn)}
          ry={r * (0.8 - 0.2 * turn)}
          fill="var(--enamel)"
          stroke="var(--doughline)"
          strokeWidth="1"
        />,
      );
    }
  return (
    <svg viewBox="0 0 160 86" role="img" aria-label={title} className="h-auto w-full">
      <path d="M6 10 L22 4 L44 11 L66 5 L92 10 L118 4 L138 10 L154 6 V78 H6 Z" {...DOUGH} />
      {cells}
      <line x1="12" x2="31" y1="83" y2="83" stroke="var(--ink)" strokeWidth="2" />
      <text x="35" y="86" fontSize="8" fill="var(--muted)">
        {length(5)}
      </text>
    </svg>
  );
});

/** A film of dough between two hands: how far it stretches before it tears. */
export const MembraneDrawing = drawn(function MembraneDrawing({
  stretch_mm,
  length,
  title,
}: {
  stretch_mm: number;
  length: (mm: number) => string;
  title: string;
}) {
  const half = 12 + stretch_mm * 0.62;
  const thin = Math.max(0.12, 0.75 - stretch_mm / 110);
  return (
    <svg viewBox="0 0 160 86" role="img" aria-label={title} className="h-auto w-full">
      <path
        d={`M${80 - half} 16 Q80 ${26} ${80 + half} 16 L${80 + half} 62 Q80 52 ${80 - half} 62 Z`}
        fill="var(--dough)"
        fillOpacity={thin}
        stroke="var(--doughline)"
        strokeWidth="2"
      />
      <path d={`M80 24 L76 34 L83 42 L77 54`} fill="none" stroke="var(--crust)" strokeWidth="2" />
      {[-1, 1].map((s) => (
        <ellipse key={s} cx={80 + s * (half + 5)} cy="39" rx="9" ry="25" {...DOUGH} />
      ))}
      <line x1={80 - half} x2={80 + half} y1="74" y2="74" stroke="var(--ink)" strokeWidth="2" />
      <text x="80" y="84" fontSize="9" textAnchor="middle" fill="var(--ink)">
        {length(Math.round(stretch_mm))}
      </text>
    </svg>
  );
});

const FLOOR = 106;
const START = 34;

/** A jar whose level is dragged, or moved with the arrow keys. share: growth, 0.4 for 40 %. */
export const Jar = drawn(function Jar({ share, onShare }: { share: number; onShare: (share: number) => void }) {
  const svg = useRef<SVGSVGElement>(null);
  const put = (value: number) => onShare(Math.round(100 * Math.min(Math.max(value, 0), 2)) / 100);
  const drag = (e: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || e.buttons === 0) return;
    const y = ((e.clientY - box.top) / box.height) * 118;
    put(Math.round(20 * ((FLOOR - y) / START - 1)) / 20);
  };
  const key = (e: KeyboardEvent) => {
    const by = { ArrowUp: 0.05, ArrowRight: 0.05, ArrowDown: -0.05, ArrowLeft: -0.05, PageUp: 0.2, PageDown: -0.2 }[
      e.key
    ];
    if (by === undefined) return;
    e.preventDefault();
    put(share + by);
  };
  const level = START * (1 + share);
  const percent = Math.round(share * 100);
  return (
    <svg
      ref={svg}
      viewBox="0 0 300 118"
      className="mx-auto mt-2 h-52 max-w-full cursor-ns-resize touch-none rounded-xl"
      role="slider"
      tabIndex={0}
      aria-label="Level in the jar"
      aria-valuemin={0}
      aria-valuemax={200}
      aria-valuenow={percent}
      aria-valuetext={`risen by ${percent} %`}
      onKeyDown={key}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        drag(e);
      }}
      onPointerMove={drag}
    >
      <rect x="110" y={FLOOR - level} width="80" height={level} {...DOUGH} />
      <path d={`M106 3 V${FLOOR} H194 V3`} strokeWidth="5" {...GLASS} />
      <line x1="96" x2="110" y1={FLOOR - START} y2={FLOOR - START} stroke="var(--ink)" strokeWidth="3" />
      <text x="90" y={FLOOR - START + 5} textAnchor="end" fontSize="13" fill="var(--ink)">
        as it went in
      </text>
      <line x1="110" x2="204" y1={FLOOR - level} y2={FLOOR - level} stroke="var(--crust)" strokeWidth="4" />
      <circle cx="204" cy={FLOOR - level} r="7" fill="var(--crust)" />
      <text x="216" y={FLOOR - level + 6} fontSize="17" fontWeight="700" fill="var(--ink)">
        +{percent} %
      </text>
    </svg>
  );
});
