import { scaleLinear } from "d3-scale";
import { useRef, type PointerEvent } from "react";
import { drawn } from "../lib/guarded";

interface Props {
  /** °C at each hour, 24 of them. */
  hours: number[];
  show: (celsius: number) => string;
  onHour?: (hour: number, celsius: number) => void;
  narrow: boolean;
}

const W = 640;
const LOW = 10;
const HIGH = 34;

/** The kitchen's warmth through a day; draw along it with the pointer, an hour at a time. */
export const DayWarmth = drawn(function DayWarmth({ hours, show, onHour, narrow }: Props) {
  const [H, left, foot] = narrow ? [340, 104, 50] : [220, 54, 28];
  const x = scaleLinear([0, 23], [left, W - 14]);
  const y = scaleLinear([LOW, HIGH], [H - foot, 14]);
  const svg = useRef<SVGSVGElement>(null);
  const draw = (e: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || e.buttons === 0 || !onHour) return;
    const hour = Math.round(x.invert(((e.clientX - box.left) / box.width) * W));
    const celsius = Math.round(2 * y.invert(((e.clientY - box.top) / box.height) * H)) / 2;
    if (hour >= 0 && hour <= 23) onHour(hour, Math.min(Math.max(celsius, LOW), HIGH));
  };
  const points = hours.map((c, i) => `${x(i)},${y(Math.min(Math.max(c, LOW), HIGH))}`);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`Warmth through the day, from ${show(Math.min(...hours))} to ${show(Math.max(...hours))}`}
      className={`h-auto w-full select-none ${onHour ? "cursor-crosshair touch-none" : ""}`}
      fontSize={narrow ? 36 : 16}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        draw(e);
      }}
      onPointerMove={draw}
    >
      {[12, 18, 24, 30].map((c) => (
        <g key={c}>
          <line x1={left} x2={W - 14} y1={y(c)} y2={y(c)} stroke="var(--rim)" />
          <text x={left - 6} y={y(c) + (narrow ? 11 : 5)} textAnchor="end" fill="var(--muted)">
            {show(c)}
          </text>
        </g>
      ))}
      <polygon points={`${x(0)},${H - foot} ${points.join(" ")} ${x(23)},${H - foot}`} fill="var(--steam)" />
      <polyline points={points.join(" ")} fill="none" stroke="var(--cobalt)" strokeWidth="3" strokeLinejoin="round" />
      {hours.map((c, i) => (
        <circle
          key={i}
          cx={x(i)}
          cy={y(Math.min(Math.max(c, LOW), HIGH))}
          r={onHour ? 4.5 : 2.5}
          fill="var(--enamel)"
          stroke="var(--cobalt)"
          strokeWidth="2"
        />
      ))}
      {(narrow ? [0, 6, 12, 18] : [0, 4, 8, 12, 16, 20]).map((h) => (
        <text key={h} x={x(h)} y={H - foot / 4} textAnchor="middle" fill="var(--muted)">
          {String(h).padStart(2, "0")}:00
        </text>
      ))}
    </svg>
  );
});
