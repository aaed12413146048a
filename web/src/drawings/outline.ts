/** Outlines as the core gives them: points in mm, x to the right and y downwards. */
export type Points = number[][];

export const path = (points: Points, closed: boolean): string =>
  points.length ? `M${points.map((p) => p.join(" ")).join("L")}${closed ? "Z" : ""}` : "";

export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The box round several outlines. */
export function boxOf(all: Points[]): Box {
  const xs = all.flatMap((points) => points.map((p) => p[0] ?? 0));
  const ys = all.flatMap((points) => points.map((p) => p[1] ?? 0));
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}
