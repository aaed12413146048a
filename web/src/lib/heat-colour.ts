import { scaleLinear } from "d3-scale";

/** One temperature colour everywhere, freezer to stone. Text always stands beside it. */
const STOPS: [number, string][] = [
  [-18, "#7f9fd0"],
  [5, "#b9d2e8"],
  [25, "#f0ead9"],
  [45, "#f4d99b"],
  [60, "#eeb763"],
  [75, "#dd8a42"],
  [95, "#b9582a"],
  [150, "#7d3518"],
  [232, "#47200f"],
];

export const heatColour = scaleLinear<string>(
  STOPS.map(([c]) => c),
  STOPS.map(([, colour]) => colour),
).clamp(true);

/** Where a legend is marked. */
export const HEAT_MARKS = [5, 25, 60, 75, 95, 150];
