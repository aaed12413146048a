import type { KeyboardEvent, PointerEvent } from "react";
import { useRef } from "react";

import { drawn } from "../lib/guarded";

export interface LaneSpan {
  key: string;
  kind: string;
  start: number;
  end: number;
  /** Written on it, where there is room; said in full when hovered. */
  word: string;
  /** Written above or below it, in small. */
  beside?: string | undefined;
  title: string;
  wrong: boolean;
  /** Of a rise: when it is likely ready; what follows is slack. */
  ready?: number | undefined;
}

export interface Lane {
  key: string;
  name: string;
  note: string;
  /** The note as it is told where the picture is not seen. */
  told?: string;
  spans: LaneSpan[];
  /** When it is wanted on the table. */
  due?: number;
  chosen: boolean;
  /** Moved as a whole, by so many minutes; none for a lane that stands. */
  onMove?: ((minutes: number) => void) | undefined;
  onPress?: (() => void) | undefined;
}

interface Props {
  title: string;
  start: number;
  end: number;
  lanes: Lane[];
  ticks: { at: number; label: string; day?: string | undefined }[];
  nights: { start: number; end: number }[];
  now: number;
  width: number;
  /** Names above their lanes, where the screen is narrow. */
  stacked: boolean;
}

const STEP_MIN = 5;
const TOP = 46;
const HALF_A_TICK = 22; // of an hour as it is written
/** 17 px on a phone, 16 on anything larger, in the units it is drawn in there. */
const lettersOf = (stacked: boolean) => (stacked ? 17.2 : 16);
/** Of bold words, at most. */
const wideOf = (words: string, stacked: boolean) => words.length * lettersOf(stacked) * 0.6;

/** The whole day to scale: a lane for each bake, and for hands, oven, steamer, hob and fridge. */
export const DayLanes = drawn(function DayLanes(p: Props) {
  const left = p.stacked ? 4 : 232;
  const high = p.stacked ? 60 : 52;
  const x = (at: number) => left + ((at - p.start) / Math.max(1, p.end - p.start)) * (p.width - left - 14);
  // Names and temperatures share the space above a bar where names stand there.
  const highOf = (lane: Lane) => (p.stacked && lane.spans.some((s) => s.beside) ? high + 22 : high);
  const tops = p.lanes.map((_, i) => p.lanes.slice(0, i).reduce((y, lane) => y + highOf(lane), TOP));
  const foot = p.lanes.reduce((y, lane) => y + highOf(lane), TOP);
  const perMinute = ((p.width - left - 14) / Math.max(1, p.end - p.start)) * 60_000;
  return (
    <svg
      viewBox={`0 0 ${p.width} ${foot + 6}`}
      role="group"
      aria-label={p.title}
      className="block h-auto w-full touch-pan-y select-none"
      fontSize={lettersOf(p.stacked)}
    >
      {p.nights.map((n) => (
        <rect
          key={n.start}
          x={x(Math.max(n.start, p.start))}
          width={Math.max(0, x(Math.min(n.end, p.end)) - x(Math.max(n.start, p.start)))}
          y={TOP - 8}
          height={foot - TOP + 8}
          fill="var(--inset)"
        />
      ))}
      {p.ticks.map((t) => (
        <g key={t.at}>
          <line x1={x(t.at)} x2={x(t.at)} y1={TOP - 8} y2={foot} stroke="var(--rim)" strokeWidth={1} />
          <text {...tickPlace(x(t.at), left, p)} y={TOP - 14} fill="var(--muted)">
            {t.label}
          </text>
          {t.day && (
            <text
              x={Math.min(x(t.at) + 4, p.width - wideOf(t.day, p.stacked))}
              y={14}
              fill="var(--ink)"
              fontWeight={700}
            >
              {t.day}
            </text>
          )}
        </g>
      ))}
      {p.lanes.map((lane, i) => (
        <LaneRow key={lane.key} lane={lane} y={tops[i] ?? TOP} high={highOf(lane)} x={x} p={p} perMinute={perMinute} />
      ))}
      {p.now > p.start && p.now < p.end && (
        <g>
          <line x1={x(p.now)} x2={x(p.now)} y1={TOP - 6} y2={foot} stroke="var(--crust)" strokeWidth={2.5} />
          <path d={`M${x(p.now)} ${TOP - 2} l-7 -10 h14 Z`} fill="var(--crust)" />
        </g>
      )}
    </svg>
  );
});

/** An hour under its line, and whole where that is at the edge of the drawing. */
function tickPlace(x: number, left: number, p: Pick<Props, "width" | "stacked">) {
  if (x > p.width - HALF_A_TICK) return { x: p.width, textAnchor: "end" as const };
  const atTheStart = p.stacked && x < left + HALF_A_TICK;
  return { x: Math.max(x, 2), textAnchor: atTheStart ? ("start" as const) : ("middle" as const) };
}

interface RowProps {
  lane: Lane;
  y: number;
  high: number;
  x: (at: number) => number;
  p: Props;
  perMinute: number;
}

function LaneRow({ lane, y, high, x, p, perMinute }: RowProps) {
  const from = useRef<number | null>(null);
  const group = useRef<SVGGElement>(null);
  const besides = besidesOf(lane.spans, x, lettersOf(p.stacked), p.width);
  const bar = p.stacked ? y + high - (high > 70 ? 46 : 34) : y + 10;
  const moved = (event: PointerEvent) => {
    if (from.current === null) return 0;
    const shown = group.current?.ownerSVGElement?.getBoundingClientRect().width ?? p.width;
    const minutes = ((event.clientX - from.current) * (p.width / shown)) / perMinute;
    return Math.round(minutes / STEP_MIN) * STEP_MIN;
  };
  const show = (minutes: number) => group.current?.setAttribute("transform", `translate(${minutes * perMinute} 0)`);
  const down = (event: PointerEvent<SVGGElement>) => {
    from.current = event.clientX;
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const up = (event: PointerEvent<SVGGElement>) => {
    const minutes = moved(event);
    from.current = null;
    show(0);
    if (minutes && lane.onMove) lane.onMove(minutes);
    else lane.onPress?.();
  };
  const key = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -STEP_MIN, ArrowRight: STEP_MIN }[event.key];
    if (by && lane.onMove) lane.onMove(event.shiftKey ? by * 6 : by);
    else if (event.key === "Enter" || event.key === " ") lane.onPress?.();
    else return;
    event.preventDefault();
  };
  const pressed = lane.onPress
    ? {
        role: "button",
        tabIndex: 0,
        "aria-label": `${lane.name}, ${lane.told ?? lane.note}`,
        "aria-pressed": lane.chosen,
        onPointerDown: down,
        onPointerMove: (e: PointerEvent) => from.current !== null && lane.onMove && show(moved(e)),
        onPointerUp: up,
        onPointerCancel: () => ((from.current = null), show(0)),
        onKeyDown: key,
      }
    : { role: "img", "aria-label": `${lane.name}: ${lane.spans.map((s) => s.title).join("; ")}` };
  return (
    <g data-lane={lane.key}>
      {lane.chosen && <rect x={0} y={y} width={p.width} height={high - 3} rx={8} fill="var(--inset)" />}
      <text x={6} y={p.stacked ? y + 18 : y + 19} fill="var(--ink)" fontWeight={700}>
        {clipped(lane.name, p.stacked ? 29 : 25)}
      </text>
      {!p.stacked && (
        <text x={6} y={y + 39} fill="var(--muted)">
          {lane.note}
        </text>
      )}
      <line x1={x(p.start)} x2={x(p.end)} y1={bar + 13} y2={bar + 13} stroke="var(--rim)" strokeWidth={1.5} />
      <g ref={group} {...pressed} className={lane.onMove ? "cursor-grab" : lane.onPress ? "cursor-pointer" : ""}>
        {lane.onPress && (
          <rect
            x={x(lane.spans[0]?.start ?? p.start)}
            width={Math.max(0, x(lane.spans.at(-1)?.end ?? p.start) - x(lane.spans[0]?.start ?? p.start))}
            y={bar - 6}
            height={38}
            fill="transparent"
          />
        )}
        {lane.spans.map((s, i) => (
          <Span
            key={s.key + s.start}
            span={s}
            from={x(s.start)}
            to={x(s.end)}
            ready={s.ready === undefined ? undefined : x(s.ready)}
            y={bar}
            beside={besides[i]}
            letters={lettersOf(p.stacked)}
          />
        ))}
      </g>
      {lane.due !== undefined && (
        <path d={`M${x(lane.due)} ${bar - 4} v34`} stroke="var(--ink)" strokeWidth={3} strokeLinecap="round" />
      )}
    </g>
  );
}

/**
 * Where what is written beside spans has its middle: above and below in turn, moved on where the one before it on that
 * side is in its way.
 */
function besidesOf(spans: LaneSpan[], x: (at: number) => number, letters: number, width: number) {
  const ends = [-Infinity, -Infinity];
  return spans.map((s, i) => {
    if (!s.beside) return undefined;
    const side = i % 2;
    const half = (s.beside.length * letters * 0.52) / 2;
    const under = Math.min((x(s.start) + x(s.end)) / 2, width - half);
    const middle = Math.max(under, (ends[side] ?? -Infinity) + half + 4);
    ends[side] = middle + half;
    return { x: middle, above: side === 0 };
  });
}

const clipped = (name: string, most: number) => (name.length > most ? `${name.slice(0, most - 1).trimEnd()}…` : name);

interface SpanProps {
  span: LaneSpan;
  from: number;
  to: number;
  ready?: number | undefined;
  y: number;
  beside: { x: number; above: boolean } | undefined;
  letters: number;
}

function Span({ span, from, to, ready, y, beside, letters }: SpanProps) {
  const wide = Math.max(2.5, to - from - 1);
  const room = span.word && wide > span.word.length * letters * 0.58 + 4;
  const stroke = span.wrong ? { stroke: "var(--crust)", strokeWidth: 3 } : {};
  return (
    <g data-span={span.key}>
      <title>{span.title}</title>
      <SpanShape kind={span.kind} x={from} y={y} wide={wide} stroke={stroke} />
      {ready !== undefined && to - ready > 5 && (
        <SpanShape kind="slack" x={Math.max(ready, from)} y={y} wide={from + wide - Math.max(ready, from)} />
      )}
      {beside && (
        <text x={beside.x} y={beside.above ? y - 3 : y + 40} textAnchor="middle" fill="var(--ink)">
          {span.beside}
        </text>
      )}
      {room && (
        <text x={from + wide / 2} y={y + 19} textAnchor="middle" fontWeight={700} fill={INK[span.kind] ?? "var(--ink)"}>
          {span.word}
        </text>
      )}
    </g>
  );
}

const INK: Record<string, string> = { hands: "var(--oncrust)", heat: "var(--oncobalt)", wait: "var(--doughink)" };

/** A kind of span as the legend shows it, too. */
export function SpanShape(props: { kind: string; x: number; y: number; wide: number; stroke?: object }) {
  const { kind, x, y, wide, stroke } = props;
  switch (kind) {
    case "beside":
      return <rect x={x} y={y - 5} width={wide} height={11} rx={3} fill="var(--crust)" {...stroke} />;
    case "hands":
      return <rect x={x} y={y} width={wide} height={26} rx={5} fill="var(--crust)" {...stroke} />;
    case "heat":
      return <rect x={x} y={y} width={wide} height={26} rx={2} fill="var(--cobalt)" {...stroke} />;
    case "cold":
      return <rect x={x} y={y + 4} width={wide} height={18} rx={9} fill="var(--steamdeep)" {...stroke} />;
    case "slack":
      return <Pill x={x} y={y} wide={wide} fill="var(--enamel)" strokeDasharray="3 3" />;
    case "rest":
      return <rect x={x} y={y + 8} width={wide} height={10} rx={5} fill="var(--rim)" {...stroke} />;
    case "away":
    case "asleep":
      return <rect x={x} y={y + 11} width={wide} height={5} fill="var(--muted)" opacity={0.55} {...stroke} />;
    default:
      return <Pill x={x} y={y} wide={wide} fill="var(--dough)" {...stroke} />;
  }
}

interface PillProps {
  x: number;
  y: number;
  wide: number;
  fill: string;
  strokeDasharray?: string;
}

/** What dough does by itself. */
function Pill({ x, y, wide, ...look }: PillProps) {
  const round = Math.min(9, wide / 2);
  return (
    <rect x={x} y={y + 4} width={wide} height={18} rx={round} stroke="var(--doughline)" strokeWidth={1.5} {...look} />
  );
}
