import { boxOf, path, type Points } from "./outline";
import { drawn } from "../lib/guarded";

interface Stroke {
  kind: string;
  points: Points;
  closed: boolean;
}

interface Props {
  outline: Points;
  strokes: Stroke[];
  filling: Points;
  across_mm: number;
  along_mm: number;
  round: boolean;
  length: (mm: number) => string;
  title: string;
  /** Size of the letters, mm of the wrapper. */
  letters: number;
}

const MARGIN = 10;

/** How much larger than a usual wrapper: lines and figures keep their weight on paper. */
const scaleOf = (across_mm: number, along_mm: number) => Math.max(across_mm, along_mm) / 150;

/** Width in mm of the whole drawing, so that others can be laid beside it at the same scale. */
export const planWidth = (across_mm: number, along_mm: number, round: boolean) =>
  across_mm + MARGIN * 2 + (round ? 0 : 10 + 24 * Math.max(1, scaleOf(across_mm, along_mm)));

const LOOKS: Record<string, { stroke: string; dash?: string; width: number }> = {
  rim: { stroke: "var(--cobalt)", dash: "4 3.4", width: 1.2 },
  fold: { stroke: "var(--cobalt)", dash: "9 4", width: 1.6 },
  cut: { stroke: "var(--ink)", width: 1.5 },
  pleat: { stroke: "var(--cobalt)", width: 1.1 },
  vent: { stroke: "var(--crust)", width: 2.2 },
};

/** The rolled wrapper from above, in the core's own lines: the filling, the rim to keep clean, folds and cuts. */
export const WrapperPlan = drawn(function WrapperPlan(p: Props) {
  const box = boxOf([p.outline]);
  const k = scaleOf(p.across_mm, p.along_mm);
  const font = p.letters;
  const foot = box.bottom + 12 * k;
  const side = box.right + 10 * k;
  const width = planWidth(p.across_mm, p.along_mm, p.round);
  return (
    <svg
      viewBox={`${box.left - MARGIN} ${box.top - 4 * k} ${width} ${foot + font * 1.7 - box.top + 4 * k}`}
      role="img"
      aria-label={p.title}
      className="h-auto w-full"
      fontSize={font}
    >
      <path d={path(p.outline, true)} fill="var(--dough)" stroke="var(--doughline)" strokeWidth={1.5 * k} />
      {p.strokes
        .filter((s) => s.kind === "press")
        .map((s, i) => (
          <path key={i} d={path(s.points, s.closed)} fill="var(--doughline)" opacity={0.28} />
        ))}
      {p.filling.length > 0 && <path d={path(p.filling, true)} fill="var(--filling)" />}
      {p.strokes.map((s, i) => {
        const look = LOOKS[s.kind];
        return (
          look && (
            <path
              key={i}
              d={path(s.points, s.closed)}
              fill="none"
              stroke={look.stroke}
              strokeWidth={look.width * k}
              {...(look.dash && {
                strokeDasharray: look.dash
                  .split(" ")
                  .map((d) => Number(d) * k)
                  .join(" "),
              })}
            />
          )
        );
      })}
      <path
        d={`M${box.left} ${foot}H${box.right}M${box.left} ${foot - 4 * k}v${8 * k}M${box.right} ${foot - 4 * k}v${8 * k}`}
        stroke="var(--ink)"
        strokeWidth={1.2 * k}
      />
      <text
        x={(box.left + box.right) / 2}
        y={foot + font * 1.45}
        textAnchor="middle"
        fill="var(--ink)"
        fontWeight={700}
      >
        {p.length(p.across_mm)}
      </text>
      {!p.round && (
        <>
          <path
            d={`M${side} ${box.top}V${box.bottom}M${side - 4 * k} ${box.top}h${8 * k}M${side - 4 * k} ${box.bottom}h${8 * k}`}
            stroke="var(--ink)"
            strokeWidth={1.2 * k}
          />
          <text
            transform={`translate(${side + font * 1.1} ${(box.top + box.bottom) / 2}) rotate(-90)`}
            textAnchor="middle"
            fill="var(--ink)"
            fontWeight={700}
          >
            {p.length(p.along_mm)}
          </text>
        </>
      )}
    </svg>
  );
});
