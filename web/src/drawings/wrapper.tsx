interface Props {
  closing: string;
  diameter_mm: number;
  middle_mm: number;
  rim_mm: number;
  seam_mm: number;
  folds: number;
  filling_ml: number;
  length: (mm: number) => string;
  title: string;
}

const MARGIN = 10;

/** Width in mm of the whole drawing, so that others can be laid beside it at the same scale. */
export const planWidth = (diameter_mm: number) => diameter_mm + MARGIN * 2;

/** The rolled wrapper from above: thick middle, clean rim, where the filling goes and where it folds. */
export function WrapperPlan(p: Props) {
  const r = p.diameter_mm / 2;
  const size = planWidth(p.diameter_mm);
  const c = size / 2;
  const heap = Math.cbrt((3 * p.filling_ml * 1000) / (4 * Math.PI));
  const gathered = p.closing === "gathered";
  const pleats = Array.from({ length: p.folds }, (_, i) => (i / p.folds) * 2 * Math.PI);
  const foot = size + 4;
  return (
    <svg viewBox={`0 0 ${size} ${size + 26}`} role="img" aria-label={p.title} className="h-auto w-full" fontSize={11}>
      <circle cx={c} cy={c} r={r} fill="var(--dough)" stroke="var(--doughline)" strokeWidth={1.6} />
      {gathered && <circle cx={c} cy={c} r={r * 0.5} fill="var(--doughline)" opacity={0.28} />}
      {gathered ? (
        <>
          <circle cx={c} cy={c} r={heap * 1.05} fill="var(--filling)" />
          <circle cx={c} cy={c} r={r - p.seam_mm} fill="none" stroke="var(--cobalt)" strokeWidth={1.3} strokeDasharray="4 3.4" />
          {pleats.map((a) => (
            <line key={a} x1={c + Math.cos(a) * (r - 4)} y1={c + Math.sin(a) * (r - 4)} x2={c + Math.cos(a) * (r - p.seam_mm - 3)} y2={c + Math.sin(a) * (r - p.seam_mm - 3)} stroke="var(--cobalt)" strokeWidth={1.2} />
          ))}
        </>
      ) : (
        <>
          <path d={`M${c - (r - p.seam_mm)} ${c + 4} A ${r - p.seam_mm} ${r - p.seam_mm} 0 0 0 ${c + (r - p.seam_mm)} ${c + 4} Z`} fill="none" stroke="var(--cobalt)" strokeWidth={1.3} strokeDasharray="4 3.4" />
          <ellipse cx={c} cy={c + (r - p.seam_mm) * 0.47} rx={(r - p.seam_mm) * 0.72} ry={(r - p.seam_mm) * 0.36} fill="var(--filling)" />
          <line x1={c - r - 6} x2={c + r + 6} y1={c} y2={c} stroke="var(--cobalt)" strokeWidth={1.8} strokeDasharray="9 4" />
          <path d={`M${c + r * 0.5} ${c - r * 0.42} q 14 ${r * 0.42} 0 ${r * 0.8}`} fill="none" stroke="var(--cobalt)" strokeWidth={1.8} />
          <path d={`M${c + r * 0.5 - 5} ${c + r * 0.38 - 5} l 5 6 l 6 -5`} fill="none" stroke="var(--cobalt)" strokeWidth={1.8} />
        </>
      )}
      <line x1={c - r} x2={c + r} y1={foot} y2={foot} stroke="var(--ink)" strokeWidth={1.3} />
      {[c - r, c + r].map((x) => (
        <line key={x} x1={x} x2={x} y1={foot - 4} y2={foot + 4} stroke="var(--ink)" strokeWidth={1.3} />
      ))}
      <text x={c} y={foot + 17} textAnchor="middle" fill="var(--ink)" fontWeight={700}>
        {p.length(p.diameter_mm)}
      </text>
    </svg>
  );
}
