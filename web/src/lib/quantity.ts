/** Quantities as written in a bake ("62 g") and as shown in the cook's units. The core does the real parsing. */
import { quantityText, type Units } from "./words";

export type { Units };
export type Kind = "mass" | "temperature" | "length";

const FACTORS: Record<Exclude<Kind, "temperature">, Record<string, number>> = {
  mass: { g: 1, kg: 1000, mg: 0.001, oz: 28.349523125, lb: 453.59237 },
  length: { mm: 1, cm: 10, in: 25.4 },
};
const UNITS: Record<Kind, Record<Units, string>> = {
  mass: { metric: "g", us: "oz" },
  temperature: { metric: "C", us: "F" },
  length: { metric: "mm", us: "in" },
};

export const unitOf = (kind: Kind, units: Units) => UNITS[kind][units];

/** Value in g, mm or °C, or null where the text is not a plain quantity (it is then shown as typed). */
export function read(text: string, kind: Kind): number | null {
  const match = /^\s*([+-]?\d+(?:[.,]\d+)?)\s*°?\s*([a-zA-Z]+)\s*$/.exec(text);
  if (!match?.[1] || !match[2]) return null;
  const value = Number(match[1].replace(",", "."));
  if (kind === "temperature") {
    const unit = match[2].toUpperCase();
    return unit === "C" ? value : unit === "F" ? (value - 32) / 1.8 : null;
  }
  const factor = FACTORS[kind][match[2].toLowerCase()];
  return factor === undefined ? null : value * factor;
}

const trim = (value: number, digits: number) => String(Number(value.toFixed(digits)));

const inUnit = (value: number, kind: Kind, units: Units) =>
  units === "metric"
    ? value
    : kind === "temperature"
      ? value * 1.8 + 32
      : value / (kind === "mass" ? 28.349523125 : 25.4);

function digits(value: number, kind: Kind, units: Units): number {
  if (kind === "temperature") return units === "metric" ? 1 : 0;
  if (units === "metric") return value < 10 ? 1 : 0;
  return value < 283 ? 2 : 1;
}

/** The bare number as shown, without its unit. */
export const shownNumber = (value: number, kind: Kind, units: Units) =>
  trim(inUnit(value, kind, units), digits(value, kind, units));

/** What goes into the bake when a bare number is typed: the unit in sight is the unit meant. */
export const written = (typed: string, kind: Kind, units: Units) =>
  /[a-zA-Z°]/.test(typed) || !typed.trim() ? typed.trim() : `${typed.trim()} ${unitOf(kind, units)}`;

export const mass = (g: number, units: Units) => quantityText({ kind: "mass", value: g }, units);
export const temperature = (c: number, units: Units) =>
  quantityText({ kind: "temperature", value: c, ...(Math.abs(c) < 50 && { digits: 1 }) }, units);
export const length = (mm: number, units: Units) => quantityText({ kind: "length", value: mm }, units);
export const volume = (ml: number, units: Units) => quantityText({ kind: "volume", value: ml }, units);

/** Spoons a cook would reach for: 1 ¾ tbsp, ⅔ tsp. */
export function spoons(ml: number): string {
  return inSpoons(ml).join(" ");
}

/** A range in spoons, its unit told once where both ends have the same. */
export function spoonsRange(low: number, high: number): string {
  const [[from, one], [to, other]] = [inSpoons(low), inSpoons(high)];
  if (one !== other) return `${from} ${one} to ${to} ${other}`;
  return from === to ? `${from} ${one}` : `${from} to ${to} ${one}`;
}

function inSpoons(ml: number): [many: string, name: string] {
  const [size, name]: [number, string] = ml >= 11 ? [14.787, "tbsp"] : [4.929, "tsp"];
  const quarters = Math.max(1, Math.round((ml / size) * 4));
  const part = ["", "¼", "½", "¾"][quarters % 4];
  const whole = Math.floor(quarters / 4);
  return [[whole || "", part].filter(Boolean).join(" "), name];
}
