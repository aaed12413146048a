import type { Points } from "./outline";

/** Of freshly wrapped dough, the share that is gas: a tenth, as after kneading and rounding (from memory, assumed). */
const GAS_AT_FIRST = 0.1;
/** Bubbles are drawn no closer than this when the dough is fresh, mm; as the dough grows they part and swell. */
const APART = 2.4;
/** More than this of the cut surface is never drawn open: walls must be left. */
const MOST_OPEN = 0.62;

/** Area inside an outline, mm². */
export const areaOf = (points: Points): number =>
  Math.abs(
    points.reduce((sum, [x = 0, y = 0], i) => {
      const [nx = 0, ny = 0] = points[(i + 1) % points.length] ?? [];
      return sum + x * ny - nx * y;
    }, 0) / 2,
  );

const within = (points: Points, x: number, y: number): boolean => {
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [ax = 0, ay = 0] = points[i] ?? [];
    const [bx = 0, by = 0] = points[j] ?? [];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
};

const doughOf = (outside: Points, filling: Points[]) =>
  areaOf(outside) - filling.reduce((sum, points) => sum + areaOf(points), 0);

/** How much of the cut dough is open: all it has grown by since it was wrapped is gas. */
export function openShare(grown: number): number {
  return Math.min(MOST_OPEN, Math.max(0, 1 - (1 - GAS_AT_FIRST) / Math.max(grown, 0.5)));
}

/** A number between -1 and 1 that is the same for the same place every time. */
const uneven = (row: number, i: number) => Math.sin(row * 12.9898 + i * 78.233);

/**
 * The bubbles of a cut piece as one path: as many as when it was wrapped, swollen by what it has grown since.
 * fresh: the piece as wrapped; mm throughout.
 */
export function crumb(outside: Points, filling: Points[], fresh: { outside: Points; filling: Points[] }): string {
  const grown = doughOf(outside, filling) / Math.max(doughOf(fresh.outside, fresh.filling), 1);
  const apart = APART * Math.sqrt(Math.max(grown, 0.5));
  const radius = apart * Math.sqrt((openShare(grown) * 0.866) / Math.PI);
  const xs = outside.map((p) => p[0] ?? 0);
  const ys = outside.map((p) => p[1] ?? 0);
  const there = (x: number, y: number, r: number) =>
    [
      [x - r, y],
      [x + r, y],
      [x, y - r],
      [x, y + r],
    ].every(([px = 0, py = 0]) => within(outside, px, py) && !filling.some((f) => within(f, px, py)));
  let drawn = "";
  for (let y = Math.min(...ys), row = 0; y < Math.max(...ys); y += apart * 0.866, row++)
    for (let x = Math.min(...xs) + (row % 2 ? apart / 2 : 0), i = 0; x < Math.max(...xs); x += apart, i++) {
      const turn = uneven(row, i);
      const [cx, cy, r] = [x + turn * apart * 0.2, y + uneven(i, row) * apart * 0.2, radius * (1 + 0.35 * turn)];
      if (there(cx, cy, r + 0.9))
        drawn += `M${(cx - r).toFixed(1)} ${cy.toFixed(1)}a${r.toFixed(2)} ${r.toFixed(2)} 0 1 0 ${(2 * r).toFixed(2)} 0a${r.toFixed(2)} ${r.toFixed(2)} 0 1 0 ${(-2 * r).toFixed(2)} 0`;
    }
  return drawn;
}
