import { keep, kept } from "./kept";

/** A clock put back by less is drift; by more than a day, it was wrong before and is put right. ms. */
const [DRIFT, PUT_RIGHT] = [60_000, 26 * 3_600_000];
const KEEP_EVERY = 30_000;
/** How far this device's clock was put back since the page was first opened, and the latest hour it showed. */
const told = kept("clock", { back: 0, latest: 0 });
let keptAt = 0;

/**
 * Now, ms. Hours never run backwards under a batch: a clock put back in the middle of it, by a hand or by a phone that
 * thinks better of its zone, is counted on from where it stood.
 */
export function clockNow(): number {
  const shown = Date.now() + told.back;
  const lost = told.latest - shown;
  if (lost > DRIFT) told.back = lost < PUT_RIGHT ? told.back + lost : 0;
  const at = Date.now() + told.back;
  if (Math.abs(at - keptAt) > KEEP_EVERY || lost > DRIFT) {
    keptAt = at;
    keep("clock", { ...told, latest: at });
  }
  told.latest = at;
  return at;
}

/** Longer than an answer ever takes. */
const NEAR_MIN = 2;

/** By how many minutes this device's clock was ahead as the server told its own; 0 where it was as good as right. */
export function clockOff(server: string, received: number): number {
  const minutes = Math.round((received - Date.parse(server)) / 60_000);
  return Math.abs(minutes) > NEAR_MIN ? minutes : 0;
}

/** The server told its hour just now. Where this device shows the same, whatever it was put back by was put right. */
export function clockHeard(server: string): void {
  if (clockOff(server, Date.now()) !== 0) return;
  Object.assign(told, { back: 0, latest: 0 });
  keep("clock", told);
}

/** Hours of the day, 18:30. */
export const clock = (at: string | Date | number) => {
  const d = new Date(at);
  return `${String(d.getHours()).padStart(2, "0")}:${String(d.getMinutes()).padStart(2, "0")}`;
};

export const day = (at: string | Date) =>
  new Date(at).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" });

const sameDay = (a: Date, b: Date) => a.toDateString() === b.toDateString();

const NEAR_MS = 6 * 3_600_000;
/** Whether an hour is so close to the reader's that it needs no weekday, whatever the date: at half past eleven at
 * night "00:03" is half an hour away, and "Sat 00:03" makes one think. */
export const isNear = (at: Date, now: number) => Math.abs(at.getTime() - now) < NEAR_MS;

const SAME_WEEK_MS = 6 * 24 * 3_600_000;

/** 18:30; "Thu 18:30" where it is neither today nor near; "24 Jan, 18:30" where a weekday could be next week's. */
export const clockFrom = (at: string | number, now: number = clockNow()) => {
  const then = new Date(at);
  if (isNear(then, now) || sameDay(then, new Date(now))) return clock(at);
  if (Math.abs(then.getTime() - now) >= SAME_WEEK_MS) {
    const year = then.getFullYear() === new Date(now).getFullYear() ? {} : ({ year: "numeric" } as const);
    return `${then.toLocaleDateString("en-GB", { day: "numeric", month: "short", ...year })}, ${clock(at)}`;
  }
  return `${then.toLocaleDateString("en-GB", { weekday: "short" })} ${clock(at)}`;
};

/** Now with this machine's offset, as the server wants it. `fine`: to the millisecond: two marks of one second. */
export const nowIso = (at = new Date(clockNow()), fine = false) => {
  const offset = -at.getTimezoneOffset();
  const sign = offset < 0 ? "-" : "+";
  const two = (n: number) => String(Math.floor(Math.abs(n))).padStart(2, "0");
  const local = new Date(at.getTime() + offset * 60_000).toISOString().slice(0, fine ? 23 : 19);
  return `${local}${sign}${two(offset / 60)}:${two(offset % 60)}`;
};

const AN_HOUR_OF_A_DAY = /^\d{4}-\d\d-\d\dT\d\d:/;

/** The same plan at another time: every hour in it moved by so many ms. */
export const movedBy = <T>(plan: T, ms: number): T =>
  JSON.parse(JSON.stringify(plan), (_, value: unknown) =>
    typeof value === "string" && AN_HOUR_OF_A_DAY.test(value) ? nowIso(new Date(Date.parse(value) + ms)) : value,
  ) as T;

/** 95 -> "1 h 35", 40 -> "40 min". */
export const duration = (minutes: number) => {
  const whole = Math.max(0, Math.round(minutes));
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, "0")}`;
};

/** Seconds as 7:40, or 1:07:40, or 46 h 05 where no second matters; a leading minus once past. */
export const countdown = (seconds: number) => {
  const s = Math.abs(Math.round(seconds));
  const [h, m, r] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60), s % 60];
  if (h >= 10) return `${seconds < 0 ? "-" : ""}${h} h ${String(m).padStart(2, "0")}`;
  const text = h
    ? `${h}:${String(m).padStart(2, "0")}:${String(r).padStart(2, "0")}`
    : `${m}:${String(r).padStart(2, "0")}`;
  return seconds < 0 ? `-${text}` : text;
};
