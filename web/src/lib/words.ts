/**
 * Sentences of the contract written out: the words as the server says them, the quantities in the cook's units.
 * Numbers go by the platform's own rules; a range stands once with one unit. The core's renderer (words/writing.py)
 * writes the same, for paper and the command line.
 */
import { clockNow, isNear } from "./clock";

export type Units = "metric" | "us";
export type QuantityKind =
  | "temperature"
  | "temperature_difference"
  | "mass"
  | "length"
  | "volume"
  | "duration"
  | "power"
  | "percent"
  | "count"
  | "number";

/** A value in the core's unit of its kind (°C, g, mm, mL, min, W), or a range up to `to`. */
export interface Quantity {
  kind: QuantityKind;
  value: number;
  to?: number;
  /** Decimals in metric units; without it, what is usual for the kind. */
  digits?: number;
  /** Figures, instead of decimals. */
  significant?: number;
}

/** A time of day or a date; a span goes up to `until`. */
export interface Moment {
  at: string;
  shown: "hour" | "day" | "weekday";
  until?: string;
}

export interface Listing {
  joined: "and" | "or" | "commas";
  items: (string | Quantity | Moment)[][];
}

export type Said = (string | Quantity | Moment | Listing)[];

const LOCALE = "en-GB";
const NO_BREAK = "\u00a0";
const GRAMS_PER_OUNCE = 28.349523125;
const MILLIMETRES_PER_INCH = 25.4;
const HOURS_FROM_MIN = 90;
const LARGE_MM = 10_000;
const LARGE_G = 10_000;

/** A unit to show a quantity in: what one of it is in the core's unit, and decimals at a value in it. */
interface Unit {
  symbol: string;
  size: number;
  digits: (value: number) => number;
  offset?: number;
}

const whole = () => 0;
const decimals = (n: number) => () => n;

const METRIC: Partial<Record<QuantityKind, (value: number) => Unit>> = {
  temperature: () => ({ symbol: " °C", size: 1, digits: whole }),
  temperature_difference: () => ({ symbol: " °C", size: 1, digits: whole }),
  mass: (v) =>
    v >= LARGE_G
      ? { symbol: " kg", size: 1000, digits: decimals(1) }
      : { symbol: " g", size: 1, digits: (g) => (Math.abs(g) >= 9.95 ? 0 : Math.abs(g) >= 0.95 ? 1 : 2) },
  length: (v) => {
    if (v >= LARGE_MM) return { symbol: " m", size: 1000, digits: whole };
    return v >= 20 ? { symbol: " cm", size: 10, digits: decimals(1) } : { symbol: " mm", size: 1, digits: decimals(1) };
  },
  volume: () => ({ symbol: " ml", size: 1, digits: whole }),
};

const US: Partial<Record<QuantityKind, (value: number) => Unit>> = {
  temperature: () => ({ symbol: " °F", size: 1 / 1.8, digits: whole, offset: 32 }),
  temperature_difference: () => ({ symbol: " °F", size: 1 / 1.8, digits: whole }),
  mass: (v) =>
    v >= 16 * GRAMS_PER_OUNCE
      ? { symbol: " lb", size: 16 * GRAMS_PER_OUNCE, digits: decimals(2) }
      : { symbol: " oz", size: GRAMS_PER_OUNCE, digits: (oz) => (Math.abs(oz) >= 10 ? 1 : 2) },
  length: (v) =>
    v >= LARGE_MM
      ? { symbol: " ft", size: 12 * MILLIMETRES_PER_INCH, digits: whole }
      : { symbol: " in", size: MILLIMETRES_PER_INCH, digits: decimals(v < 50 ? 2 : 1) },
  volume: () => ({ symbol: " fl oz", size: 29.5735296, digits: decimals(1) }),
};

const ALIKE: Partial<Record<QuantityKind, Unit>> = {
  power: { symbol: " W", size: 1, digits: whole },
  percent: { symbol: " %", size: 1, digits: whole },
  count: { symbol: "", size: 1, digits: whole },
  number: { symbol: "", size: 1, digits: (value) => (Math.abs(value) >= 100 ? 0 : 2) },
};

const formats = new Map<number, Intl.NumberFormat>();
const formatWith = (digits: number) => {
  const found = formats.get(digits) ?? new Intl.NumberFormat(LOCALE, { maximumFractionDigits: digits });
  formats.set(digits, found);
  return found;
};

/** One unit for a whole range, by its smaller end, so that no figure of it is lost. */
function unitOf(q: Quantity, units: Units): Unit {
  const ends = [q.value, q.to ?? 0].map(Math.abs).filter((end) => end > 0);
  const smallest = ends.length > 0 ? Math.min(...ends) : 0;
  const table = units === "metric" ? METRIC : US;
  const unit = ALIKE[q.kind] ?? table[q.kind]?.(smallest);
  if (!unit) throw new Error(`no unit for ${q.kind}`);
  return unit;
}

function bare(q: Quantity, core: number, unit: Unit): string {
  const value = core / unit.size + (unit.offset ?? 0);
  // Decimals asked for hold for the core's own unit; another unit has its own.
  let digits = q.digits !== undefined && unit.size === 1 ? q.digits : unit.digits(value);
  if (q.significant !== undefined && value) {
    digits = Math.max(0, q.significant - 1 - Math.floor(Math.log10(Math.abs(value))));
  }
  const size = 10 ** digits;
  const rounded = (Math.sign(value) * Math.floor(Math.abs(value) * size + 0.5 + 1e-9)) / size;
  return formatWith(digits).format(rounded === 0 ? 0 : rounded);
}

/** A length of time as a cook says it: 30 s, 45 min, 1 h 30. */
function spell(minutes: number, hoursFrom = HOURS_FROM_MIN): string {
  if (minutes > 0 && minutes < 0.95) return `${Math.floor(minutes * 60 + 0.5)} s`;
  const round = Math.floor(minutes + 0.5 + 1e-9);
  if (round < hoursFrom) return `${round} min`;
  const rest = round % 60;
  return rest ? `${Math.floor(round / 60)} h ${String(rest).padStart(2, "0")}` : `${Math.floor(round / 60)} h`;
}

const span = (low: string, high: string) => (low === high ? low : `${low} to ${high}`);

function durationText(q: Quantity): string {
  if (q.to === undefined) return spell(q.value);
  // What ends in hours begins in them, if it has one: "1 h 20 to 2 h 10".
  const [low, high] = [spell(q.value, q.to >= HOURS_FROM_MIN ? 60 : HOURS_FROM_MIN), spell(q.to)];
  const alike = low !== high && low.endsWith(" min") && high.endsWith(" min");
  return alike ? `${low.slice(0, -" min".length)} to ${high}` : span(low, high);
}

/** A quantity with its unit; a range once with one unit: "200 to 220 °C". */
export function quantityText(q: Quantity, units: Units): string {
  if (q.kind === "duration") return durationText(q);
  const unit = unitOf(q, units);
  const low = bare(q, q.value, unit);
  return (q.to === undefined ? low : span(low, bare(q, q.to, unit))) + unit.symbol;
}

const two = (n: number) => String(n).padStart(2, "0");
const hour = (d: Date) => `${two(d.getHours())}:${two(d.getMinutes())}`;
const weekday = (d: Date, style: "short" | "long") => d.toLocaleDateString(LOCALE, { weekday: style });
const named = (d: Date, withDay: boolean) => (withDay ? `${weekday(d, "short")} ${hour(d)}` : hour(d));

/** A time of day, with its weekday wherever that is not the reader's and it is not near; or a date. */
export function momentText(m: Moment, now: number): string {
  const at = new Date(m.at);
  if (m.shown === "day") return at.toLocaleDateString(LOCALE, { day: "numeric", month: "short", year: "numeric" });
  if (m.shown === "weekday") return `${weekday(at, "long")}, ${hour(at)}`;
  return hoursText(m.at, m.until ?? m.at, now);
}

/**
 * "18:30", "18:30 to 19:10", "Sat 06:18 to 07:31", "23:27 to Wed 00:44": a weekday once, wherever the span leaves the
 * reader's day.
 */
export function hoursText(from: string | number, to: string | number, now: number = clockNow()): string {
  const [low, high, today] = [new Date(from), new Date(to), new Date(now).toDateString()];
  const near = isNear(low, now) && isNear(high, now);
  const leaves = !near && high.toDateString() !== low.toDateString();
  const first = named(low, !near && low.toDateString() !== today);
  return !leaves && hour(low) === hour(high) ? first : `${first} to ${named(high, leaves)}`;
}

const LISTS = {
  and: new Intl.ListFormat(LOCALE, { type: "conjunction" }),
  or: new Intl.ListFormat(LOCALE, { type: "disjunction" }),
};

/** A quantity that no line breaks within: "1 h 49", "75 °C"; a range may break at its "to". */
const unbroken = (quantity: string): string => quantity.replace(/(?<!\bto) (?!to\b)/g, NO_BREAK);

function partText(part: Said[number], units: Units, now: number): string {
  if (typeof part === "string") return part;
  if ("kind" in part) return unbroken(quantityText(part, units));
  if ("at" in part) return momentText(part, now);
  const items = part.items.map((item) => item.map((p) => partText(p, units, now)).join(""));
  return part.joined === "commas" ? items.join(", ") : LISTS[part.joined].format(items);
}

/** A sentence of the contract, in the cook's units; now: the reader's clock. */
export const sentence = (said: Said, units: Units, now: number = clockNow()): string =>
  said.map((part) => partText(part, units, now)).join("");

/** What is said of one thing, one after another: a whole sentence keeps its full stop and needs no other mark. */
export const joined = (parts: string[]): string => parts.join("; ").replaceAll(".; ", ". ");

/** A word that opens a heading. */
export const opening = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** How long the oven takes to get hot, where a thermometer in it told; nothing where it takes what was said. */
export const warmsUp = (warmsIn = 1) =>
  Math.abs(warmsIn - 1) < 0.05 ? "" : ` To get hot it takes × ${warmsIn.toFixed(2)} of the minutes said.`;
