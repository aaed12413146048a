import { drawn } from "../lib/guarded";

interface Span {
  start: number;
  end: number;
  label: string;
}

interface Props {
  start: number;
  end: number;
  hands: Span[];
  doubt: Span[];
  ticks: { at: number; label: string }[];
  now: number | null;
  /** Where each tray hangs: its moment, and the middle of its tab as a share of the width. */
  hangers: { at: number; to: number; open: boolean }[];
  title: string;
  width?: number;
}

const LINE = 30;
const FOOT = 64;

/** The clock of the bake: hours, when hands are needed, where it is not certain, and what hangs where. */
export const Rail = drawn(function Rail(p: Props) {
  const width = p.width ?? 1200;
  const x = (at: number) => 10 + ((at - p.start) / Math.max(p.end - p.start, 1)) * (width - 20);
  return (
    <svg
      viewBox={`0 0 ${width} ${FOOT}`}
      role="img"
      aria-label={p.title}
      className="block h-auto w-full"
      fontSize={13.5}
    >
      {p.hangers.map((h) => (
        <path
          key={h.to}
          d={`M${x(h.at)} ${LINE} C${x(h.at)} ${FOOT - 8} ${h.to * width} ${LINE + 16} ${h.to * width} ${FOOT}`}
          fill="none"
          stroke={h.open ? "var(--cobalt)" : "var(--muted)"}
          strokeWidth={h.open ? 3.5 : 1.6}
        />
      ))}
      {p.doubt.map((d) => (
        <rect
          key={d.label}
          x={x(d.start)}
          width={Math.max(x(d.end) - x(d.start), 2)}
          y={LINE - 9}
          height={18}
          rx={9}
          fill="var(--steamdeep)"
        >
          <title>{d.label}</title>
        </rect>
      ))}
      <line x1={4} x2={width - 4} y1={LINE} y2={LINE} stroke="var(--ink)" strokeWidth={3.5} strokeLinecap="round" />
      {p.ticks.map((t) => (
        <g key={t.at}>
          <line x1={x(t.at)} x2={x(t.at)} y1={LINE - 7} y2={LINE + 7} stroke="var(--ink)" strokeWidth={2} />
          <text
            x={x(t.at)}
            y={15}
            textAnchor={x(t.at) > width - 22 ? "end" : x(t.at) < 22 ? "start" : "middle"}
            fill="var(--muted)"
          >
            {t.label}
          </text>
        </g>
      ))}
      {p.hands.map((h) => (
        <rect
          key={`${h.label}-${h.start}`}
          x={x(h.start)}
          width={Math.max(x(h.end) - x(h.start), 3)}
          y={LINE + 4}
          height={7}
          rx={3.5}
          fill="var(--crust)"
        >
          <title>{h.label}</title>
        </rect>
      ))}
      {p.now !== null && p.now > p.start && p.now < p.end && (
        <path d={`M${x(p.now)} ${LINE - 3} l-7 -12 h14 Z`} fill="var(--crust)" />
      )}
    </svg>
  );
});
