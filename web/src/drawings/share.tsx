import { drawn } from "../lib/guarded";

interface Props {
  groups: { pieces: number; each_g: number }[];
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
export const ShareDial = drawn(function ShareDial(p: Props) {
  const all = p.groups.flatMap((g) => Array.from({ length: g.pieces }, () => g.each_g));
  const used = all.reduce((sum, g) => sum + g, 0);
  const total = used + p.spare_g + p.left_g;
  const turn = Math.PI * 1.6;
  const start = Math.PI / 2 + (Math.PI * 2 - turn) / 2;
  const angle = (g: number) => start + (g / total) * turn;
  const gap = Math.min(0.03, (0.25 * turn) / Math.max(all.length, 1));
  const ends = all.reduce<number[]>((sums, g) => [...sums, (sums.at(-1) ?? 0) + g], []);
  const parts = all.map((g, i) => ({
    from: (ends[i] ?? 0) - g,
    to: ends[i] ?? 0,
    fill: i % 2 ? "var(--dough)" : "var(--doughline)",
  }));
  const each = all.length > 40 ? Math.ceil(all.length / 8) : all.length > 16 ? 4 : 1;
  const sizes = p.groups.filter((g, i) => i === 0 || Math.abs(g.each_g - (p.groups[i - 1]?.each_g ?? 0)) > 0.5);
  return (
    <svg viewBox="-150 -150 300 274" role="img" aria-label={p.title} className="h-auto w-full" fontSize={16.6}>
      <path d={arc(112, start, start + turn)} fill="none" stroke="var(--rim)" strokeWidth={34} strokeLinecap="butt" />
      {parts.map((s, i) => (
        <path
          key={i}
          d={arc(112, angle(s.from) + gap / 2, Math.max(angle(s.to) - gap / 2, angle(s.from) + gap / 2 + 0.002))}
          fill="none"
          stroke={s.fill}
          strokeWidth={30}
        />
      ))}
      {p.spare_g > 0.5 && (
        <path d={arc(112, angle(used), angle(used + p.spare_g))} fill="none" stroke="var(--cobalt)" strokeWidth={30} />
      )}
      {parts.map((s, i) =>
        (i + 1) % each === 0 ? (
          <text
            key={i}
            x={Math.cos(angle(s.to)) * 140}
            y={Math.sin(angle(s.to)) * 140 + 4}
            textAnchor="middle"
            fill="var(--muted)"
          >
            {i + 1}
          </text>
        ) : null,
      )}
      {sizes.length > 1 ? (
        sizes.slice(0, 3).map((g, i) => (
          <text key={i} y={-30 + i * 26} textAnchor="middle" fontSize={22} fontWeight={800} fill="var(--cobalt)">
            {g.pieces} × {p.mass(g.each_g)}
          </text>
        ))
      ) : (
        <>
          <text y={-14} textAnchor="middle" fontSize={40} fontWeight={800} fill="var(--cobalt)">
            {p.mass(sizes[0]?.each_g ?? 0)}
          </text>
          <text y={14} textAnchor="middle" fontSize={17} fill="var(--ink)">
            × {all.length}
          </text>
        </>
      )}
      <text y={60} textAnchor="middle" fill="var(--muted)">
        {p.mass(total)} of dough
      </text>
      <text y={118} textAnchor="middle" fill="var(--muted)">
        {p.spare_g > 0.5 ? `${p.mass(p.spare_g)} spare, ` : ""}
        {p.mass(p.left_g)} stays on the bowl
      </text>
    </svg>
  );
});
