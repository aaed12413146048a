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

/** What the dough is made of: a bowl filled in layers, each as high as its share of the mass. */
export function MadeOf(p: { parts: Part[]; label: (part: Part) => string; title: string }) {
  const total = p.parts.reduce((sum, part) => sum + part.grams, 0) || 1;
  const height = 270;
  const layers = p.parts.map((part, i) => {
    const below = p.parts.slice(0, i).reduce((sum, other) => sum + other.grams, 0);
    return { part, y: height - ((below + part.grams) / total) * height, h: (part.grams / total) * height };
  });
  // Labels of thin layers are pushed apart so that none covers another.
  const labels: number[] = [];
  [...layers].forEach((layer, i) => {
    const wanted = layer.y + layer.h / 2 + 5;
    labels.push(i === 0 ? wanted : Math.min(wanted, (labels[i - 1] ?? 0) - 19));
  });
  const lift = Math.max(0, 14 - Math.min(...labels, 14));
  return (
    <svg viewBox={`0 ${-lift - 8} 470 ${height + lift + 20}`} role="img" aria-label={p.title} className="h-auto w-full" fontSize={14.5}>
      <clipPath id="bowl">
        <path d={`M8 -4 H212 C212 ${height * 0.7} 176 ${height} 148 ${height} H72 C44 ${height} 8 ${height * 0.7} 8 -4 Z`} />
      </clipPath>
      <g clipPath="url(#bowl)">
        {layers.map(({ part, y, h }) => (
          <rect key={part.name} x={0} width={220} y={y} height={Math.max(h - 1, 1)} fill={FILLS[part.role] ?? "var(--cobalt)"} />
        ))}
      </g>
      <path d={`M4 -4 C4 ${height * 0.72} 42 ${height + 4} 72 ${height + 4} H148 C178 ${height + 4} 216 ${height * 0.72} 216 -4`} fill="none" stroke="var(--cobalt)" strokeWidth={4} strokeLinecap="round" />
      {layers.map(({ part, y, h }, i) => (
        <g key={part.name}>
          <path d={`M${176} ${y + h / 2} L232 ${(labels[i] ?? 0) - 5} H244`} fill="none" stroke="var(--muted)" strokeWidth={1} />
          <text x={250} y={labels[i]} fill="var(--ink)">
            {p.label(part)}
          </text>
        </g>
      ))}
    </svg>
  );
}
