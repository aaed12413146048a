/** The closings a cook can choose from, by what the pieces are called. */
export const CLOSINGS = [
  { value: "gathered" as const, label: "pleated buns", note: "gathered and twisted shut on top" },
  { value: "half_moon" as const, label: "half-moons", note: "a disc folded over and crimped" },
];
