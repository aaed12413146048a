/** Looking up what the core worked beforehand: nothing is computed here but the place between two rows. */
export interface Reply {
  end: number;
  low: number | null;
  high: number | null;
}

export interface ReplyGrid {
  kind: string;
  /** Minutes since the stage began, and values of the mark: each in rising order. */
  minutes: number[];
  values: number[];
  replies: Reply[][];
}

/** Between which two of these a number lies, and how far along: at the ends, the end itself. */
function between(at: number, steps: number[]): [low: number, high: number, share: number] {
  const above = steps.findIndex((step) => step >= at);
  if (above < 0) return [steps.length - 1, steps.length - 1, 0];
  if (above === 0) return [0, 0, 0];
  const [low, high] = [steps[above - 1] as number, steps[above] as number];
  return [above - 1, above, (at - low) / (high - low)];
}

/** Part of the way from one to the other; null where either is: it is not known there. */
const mix = (a: number | null, b: number | null, share: number): number | null =>
  a === null || b === null ? (share < 0.5 ? a : b) : a + share * (b - a);

const mixed = (a: Reply, b: Reply, share: number): Reply => ({
  end: a.end + share * (b.end - a.end),
  low: mix(a.low, b.low, share),
  high: mix(a.high, b.high, share),
});

/** The reply to a mark of this kind at this minute with this value; null where the table says nothing of such marks. */
export function lookUp(grids: ReplyGrid[], kind: string, minute: number, value: number): Reply | null {
  const grid = grids.find((g) => g.kind === kind);
  if (!grid || grid.minutes.length === 0 || grid.values.length === 0) return null;
  const [early, late, way] = between(minute, grid.minutes);
  const [less, more, part] = between(value, grid.values);
  const row = (at: number): Reply | null => {
    const [a, b] = [grid.replies[at]?.[less], grid.replies[at]?.[more]];
    return a && b ? mixed(a, b, part) : null;
  };
  const [first, second] = [row(early), row(late)];
  return first && second ? mixed(first, second, way) : null;
}
