import { drawn } from "../lib/guarded";

interface Part {
  name: string;
  grams: number;
  role: string;
}

const FILLS: Record<string, string> = {
  flour: "var(--dough)",
  liquid: "var(--steam)",
  egg: "var(--doughline)",
  fat: "var(--crust)",
  sugar: "var(--rim)",
};

/** Slivers are gathered into one layer, or their names would lie on top of one another. */
function gathered(parts: Part[], total: number): Part[] {
  const small = parts.filter((part) => part.grams / total < 0.022);
  if (small.length < 2) return parts;
  const rest = parts.filter((part) => !small.includes(part));
  return [
    ...rest,
    {
      name: small.map((part) => part.name).join(", "),
      grams: small.reduce((sum, part) => sum + part.grams, 0),
      role: "small",
    },
  ];
}

/** What the dough is made of: a bowl filled in layers, each as high as its share of the mass. */
export const MadeOf = drawn(function MadeOf(p: {
  parts: Part[];
  mass: (g: number) => string;
  title: string;
  narrow: boolean;
}) {
  const [wide, font] = p.narrow ? [430, 22] : [330, 13.5];
  const total = p.parts.reduce((sum, part) => sum + part.grams, 0) || 1;
  const height = 190;
  const parts = gathered(p.parts, total);
  const layers = parts.map((part, i) => {
    const below = parts.slice(0, i).reduce((sum, other) => sum + other.grams, 0);
    return { part, y: height - ((below + part.grams) / total) * height, h: (part.grams / total) * height };
  });
  // Labels of thin layers are pushed apart so that none covers another.
  const labels: number[] = [];
  [...layers].forEach((layer, i) => {
    const wanted = layer.y + layer.h / 2 + 5;
    labels.push(i === 0 ? wanted : Math.min(wanted, (labels[i - 1] ?? 0) - font * 1.3));
  });
  const lift = Math.max(0, 14 - Math.min(...labels, 14));
  return (
    <svg
      viewBox={`0 ${-lift - 8} ${wide} ${height + lift + 20}`}
      role="img"
      aria-label={p.title}
      className="h-auto w-full"
      fontSize={font}
    >
      <clipPath id="bowl">
        <path
          d={`M6 -4 H134 C134 ${height * 0.7} 116 ${height} 98 ${height} H42 C24 ${height} 6 ${height * 0.7} 6 -4 Z`}
        />
      </clipPath>
      <g clipPath="url(#bowl)">
        {layers.map(({ part, y, h }) => (
          <rect
            key={`${part.name}-${y}`}
            x={0}
            width={140}
            y={y}
            height={Math.max(h - 1, 1)}
            fill={FILLS[part.role] ?? "var(--cobalt)"}
          />
        ))}
      </g>
      <path
        d={`M4 -4 C4 ${height * 0.72} 22 ${height + 4} 42 ${height + 4} H98 C118 ${height + 4} 136 ${height * 0.72} 136 -4`}
        fill="none"
        stroke="var(--cobalt)"
        strokeWidth={4}
        strokeLinecap="round"
      />
      {layers.map(({ part, y, h }, i) => (
        <g key={`${part.name}-${y}`}>
          <path
            d={`M${118} ${y + h / 2} L146 ${(labels[i] ?? 0) - 5} H151`}
            fill="none"
            stroke="var(--muted)"
            strokeWidth={1}
          />
          <text x={155} y={labels[i]} fill="var(--ink)">
            {part.role === "small" ? `the rest, ${p.mass(part.grams)}` : `${part.name}, ${p.mass(part.grams)}`}
          </text>
        </g>
      ))}
    </svg>
  );
});
