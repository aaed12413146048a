import { drawn } from "../lib/guarded";

interface Span {
  start: number;
  end: number;
  label: string;
}

/** What a mark on the rail stands for: each has its own shape, named in the legend. */
export type RailShape = "hands" | "heating" | "in" | "away" | "look";

export interface RailMark extends Span {
  id: string;
  shape: RailShape;
  /** Written on it, where there is room. */
  word?: string;
  chosen: boolean;
}

interface Props {
  start: number;
  end: number;
  marks: RailMark[];
  doubt: Span[];
  ticks: { at: number; label: string }[];
  now: number | null;
  /** Where each tray hangs: its moment, and the middle of its tab as a share of the width. */
  hangers: { at: number; to: number; open: boolean }[];
  title: string;
  width?: number;
  onPress: (id: string) => void;
}

const LINE = 30;
const FOOT = 70;
/** Least width of what is pressed: a moment is as wide as a fingertip can aim at. */
const LEAST = 7;

/** The clock of the bake: hours, what needs hands, what is in the heat, where it is not certain, what hangs where. */
export const Rail = drawn(function Rail(p: Props) {
  const width = p.width ?? 1200;
  const x = (at: number) => 10 + ((at - p.start) / Math.max(p.end - p.start, 1)) * (width - 20);
  return (
    <svg
      viewBox={`0 0 ${width} ${FOOT}`}
      role="group"
      aria-label={p.title}
      className="block h-auto w-full"
      fontSize={width < 500 ? 19 : 16}
    >
      {p.hangers.map((h) => (
        <path
          key={h.to}
          d={`M${x(h.at)} ${LINE} C${x(h.at)} ${FOOT - 8} ${h.to * width} ${LINE + 22} ${h.to * width} ${FOOT}`}
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
      {p.marks.map((m) => (
        <Mark key={m.id} mark={m} from={x(m.start)} to={Math.min(x(m.end), width - 2)} onPress={p.onPress} />
      ))}
      {p.now !== null && p.now > p.start && p.now < p.end && (
        <path d={`M${x(p.now)} ${LINE - 3} l-7 -12 h14 Z`} fill="var(--crust)" />
      )}
    </svg>
  );
});

const LANE: Record<RailShape, number> = { hands: LINE + 4, heating: LINE + 13, in: LINE + 13, away: LINE, look: LINE };

interface MarkProps {
  mark: RailMark;
  from: number;
  to: number;
  onPress: (id: string) => void;
}

/** One event: hovered it says what it is, pressed it says more. */
function Mark({ mark, from, to, onPress }: MarkProps) {
  const wide = Math.max(to - from, LEAST);
  const y = LANE[mark.shape];
  return (
    <g onClick={() => onPress(mark.id)} className="cursor-pointer" data-event={mark.id}>
      <title>{mark.label}</title>
      <Shape shape={mark.shape} x={from} y={y} wide={wide} />
      {mark.word && wide > 18 && (
        <text x={from + wide / 2} y={y + 13} textAnchor="middle" fontSize={16} fontWeight={700} fill="var(--oncobalt)">
          {mark.word}
        </text>
      )}
      {mark.chosen && (
        <rect
          x={from - 3}
          y={y - 4}
          width={wide + 6}
          height={19}
          rx={5}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {/* The finger's own width, round what may be no more than a moment. */}
      <rect
        x={from + wide / 2 - Math.max(wide, 22) / 2}
        y={y - 6}
        width={Math.max(wide, 22)}
        height={22}
        fill="transparent"
      />
    </g>
  );
}

/** A shape as the legend shows it, too. */
export function Shape({ shape, x, y, wide }: { shape: RailShape; x: number; y: number; wide: number }) {
  switch (shape) {
    case "hands":
      return <rect x={x} y={y} width={wide} height={7} rx={3.5} fill="var(--crust)" />;
    case "heating":
      return (
        <rect
          x={x}
          y={y + 2}
          width={wide}
          height={8}
          rx={2}
          fill="var(--warm)"
          stroke="var(--crust)"
          strokeWidth={1.6}
        />
      );
    case "in":
      return <rect x={x} y={y} width={wide} height={16} rx={2} fill="var(--cobalt)" />;
    case "away":
      return <path d={`M${x} ${y - 8} l7 8 l-7 8 l-7 -8 Z`} fill="var(--enamel)" stroke="var(--ink)" strokeWidth={2} />;
    case "look":
      return <circle cx={x} cy={y} r={4.5} fill="var(--enamel)" stroke="var(--ink)" strokeWidth={2} />;
  }
}
