interface Props {
  pieces: number;
  each_g: number;
  spare_g: number;
  left_g: number;
  mass: (g: number) => string;
  title: string;
}

const arc = (r: number, from: number, to: number) => {
  const p = (a: number) => `${Math.cos(a) * r} ${Math.sin(a) * r}`;
  return `M${p(from)} A ${r} ${r} 0 ${to - from > Math.PI ? 1 : 0} 1 ${p(to)}`;
};

/** The dough shared out round a scale's dial: one arc for each piece, what stays on the bowl, what is spare. */
export function ShareDial(p: Props) {
  const total = p.pieces * p.each_g + p.spare_g + p.left_g;
  const turn = Math.PI * 1.6;
  const start = Math.PI / 2 + (Math.PI * 2 - turn) / 2;
  const angle = (g: number) => start + (g / total) * turn;
  const gap = Math.min(0.03, (0.25 * turn) / Math.max(p.pieces, 1));
  const parts = Array.from({ length: p.pieces }, (_, i) => ({ from: i * p.each_g, to: (i + 1) * p.each_g, fill: i % 2 ? "var(--dough)" : "var(--doughline)" }));
  const used = p.pieces * p.each_g;
  const each = p.pieces > 40 ? Math.ceil(p.pieces / 8) : p.pieces > 16 ? 4 : 1;
  return (
    <svg viewBox="-150 -150 300 268" role="img" aria-label={p.title} className="h-auto w-full" fontSize={12}>
      <path d={arc(112, start, start + turn)} fill="none" stroke="var(--rim)" strokeWidth={34} strokeLinecap="butt" />
      {parts.map((s, i) => (
        <path key={i} d={arc(112, angle(s.from) + gap / 2, Math.max(angle(s.to) - gap / 2, angle(s.from) + gap / 2 + 0.002))} fill="none" stroke={s.fill} strokeWidth={30} />
      ))}
      {p.spare_g > 0.5 && <path d={arc(112, angle(used), angle(used + p.spare_g))} fill="none" stroke="var(--cobalt)" strokeWidth={30} />}
      {parts.map((s, i) =>
        (i + 1) % each === 0 ? (
          <text key={i} x={Math.cos(angle(s.to)) * 140} y={Math.sin(angle(s.to)) * 140 + 4} textAnchor="middle" fill="var(--muted)">
            {i + 1}
          </text>
        ) : null,
      )}
      <text y={-14} textAnchor="middle" fontSize={40} fontWeight={800} fill="var(--cobalt)">
        {p.mass(p.each_g)}
      </text>
      <text y={14} textAnchor="middle" fontSize={17} fill="var(--ink)">
        × {p.pieces}
      </text>
      <text y={84} textAnchor="middle" fontSize={13} fill="var(--muted)">
        {p.mass(total)} of dough
      </text>
      <text y={104} textAnchor="middle" fontSize={13} fill="var(--muted)">
        {p.spare_g > 0.5 ? `${p.mass(p.spare_g)} spare, ` : ""}
        {p.mass(p.left_g)} stays on the bowl
      </text>
    </svg>
  );
}
