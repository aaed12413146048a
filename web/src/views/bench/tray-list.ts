export const TRAYS = [
  { key: "weigh", name: "Weigh" },
  { key: "rise", name: "Rise" },
  { key: "filling", name: "Filling" },
  { key: "divide", name: "Divide" },
  { key: "wrap", name: "Wrap" },
  { key: "proof", name: "Proof" },
  { key: "heat", name: "Heat" },
] as const;

export type TrayKey = (typeof TRAYS)[number]["key"];

export const isTray = (text: string | null): text is TrayKey => TRAYS.some((t) => t.key === text);
