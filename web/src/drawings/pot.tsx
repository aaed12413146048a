import { drawn } from "../lib/guarded";

interface Water {
  ml: number;
  left_ml: number;
  least_ml: number;
  pot_ml: number;
}

const W = 300;
const H = 210;
const [TOP, FLOOR, LEFT, RIGHT] = [74, 190, 50, 196];

/** The pot under the baskets: where the water stands at first, at the end, and where it must not fall below. */
export const Pot = drawn(function Pot({
  water,
  show,
  baskets,
  title,
  tops,
  narrow,
}: {
  water: Water;
  show: (ml: number) => string;
  baskets: number;
  title: string;
  tops: string[];
  narrow: boolean;
}) {
  const y = (ml: number) => FLOOR - ((FLOOR - TOP - 12) * Math.min(ml, water.pot_ml)) / water.pot_ml;
  const tiers = Math.min(baskets, 2);
  const lines = [
    { ml: water.ml, label: `${show(water.ml)} at first`, look: "var(--cobalt)" },
    { ml: Math.max(water.left_ml, water.least_ml), label: `${show(water.left_ml)} at the end`, look: "var(--ink)" },
    { ml: water.least_ml, label: `never below ${show(water.least_ml)}`, look: "var(--crust)" },
  ];
  // Words must not lie on one another.
  const placed: number[] = [];
  for (const l of lines) placed.push(Math.max(y(l.ml) + 4, (placed.at(-1) ?? -99) + (narrow ? 24 : 17)));
  return (
    <svg
      viewBox={`0 0 ${W + (narrow ? 120 : 70)} ${H}`}
      role="img"
      aria-label={title}
      className="h-auto w-full [--halo:var(--enamel)]"
      fontSize={narrow ? 21.5 : 13.4}
    >
      {Array.from({ length: tiers }, (_, i) => (
        <rect
          key={i}
          x={LEFT - 4}
          y={TOP - 26 - i * 27}
          width={RIGHT - LEFT + 8}
          height="23"
          rx="4"
          fill="var(--dough)"
          stroke="var(--doughline)"
          strokeWidth="2"
        />
      ))}
      <path
        d={`M${LEFT + 10} ${TOP - 26 - (tiers - 1) * 27}C${LEFT + 24} ${TOP - 52 - (tiers - 1) * 27} ${RIGHT - 24} ${TOP - 52 - (tiers - 1) * 27} ${RIGHT - 10} ${TOP - 26 - (tiers - 1) * 27}Z`}
        fill="var(--inset)"
        stroke="var(--muted)"
        strokeWidth="2"
      />
      <path
        d={`M${LEFT} ${y(water.ml)}H${RIGHT}V${FLOOR - 14}Q${RIGHT} ${FLOOR} ${RIGHT - 14} ${FLOOR}H${LEFT + 14}Q${LEFT} ${FLOOR} ${LEFT} ${FLOOR - 14}Z`}
        fill="var(--steamdeep)"
      />
      <path
        d={`M${LEFT} ${y(Math.max(water.left_ml, water.least_ml))}H${RIGHT}V${FLOOR - 14}Q${RIGHT} ${FLOOR} ${RIGHT - 14} ${FLOOR}H${LEFT + 14}Q${LEFT} ${FLOOR} ${LEFT} ${FLOOR - 14}Z`}
        fill="var(--steam)"
      />
      <path
        d={`M${LEFT} ${TOP}V${FLOOR - 14}Q${LEFT} ${FLOOR} ${LEFT + 14} ${FLOOR}H${RIGHT - 14}Q${RIGHT} ${FLOOR} ${RIGHT} ${FLOOR - 14}V${TOP}`}
        fill="none"
        stroke="var(--cobalt)"
        strokeWidth="4"
      />
      {lines.map((l, i) => (
        <g key={l.label}>
          <line
            x1={LEFT}
            x2={RIGHT}
            y1={y(l.ml)}
            y2={y(l.ml)}
            stroke={l.look}
            strokeWidth={2}
            strokeDasharray={i === 2 ? "5 4" : undefined}
          />
          <line x1={RIGHT} x2={RIGHT + 12} y1={y(l.ml)} y2={(placed[i] ?? 0) - 4} stroke={l.look} />
          <text x={RIGHT + 15} y={placed[i]} fill={l.look} fontWeight={i === 0 ? 700 : 500}>
            {l.label}
          </text>
        </g>
      ))}
      {tops.map((t, i) => (
        <text key={t} x={RIGHT + 15} y={20 + (narrow ? 24 : 17) * i} fill="var(--crust)" fontWeight={700}>
          {t}
        </text>
      ))}
    </svg>
  );
});
