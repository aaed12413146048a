/** Which event asks for the cook now, and which come next: read off the list the core made, by the clock here. */
import type { BakeEvent, EventMark } from "../api/client";
import { movedBy } from "../lib/clock";

/** What is only looked at is no more than a reminder beside what goes on. */
const LOOKED_AT = new Set(["look", "probe", "cool"]);
/** A stage's next step falls due by the press that ended the one before: nobody need be called for it. ms */
const JUST_PRESSED = 60_000;
/** The clock shown is read twice a second: what a press began a moment ago has begun, ms. */
const JUST_BEGUN = 2_000;
/** What was due so long ago is no alarm any more, ms. */
const NO_NEWS = 45 * 60_000;

/** A mark made here that the list does not know of yet. */
interface Made {
  kind: string;
  stage: string;
  at: string;
  event?: string;
}

/** Whether it is a reminder: it rings once, and is not put in front. */
export const isReminder = (e: BakeEvent): boolean => LOOKED_AT.has(e.kind);
/** Whether it is waited for, rather than done by hand. */
export const isWait = (e: BakeEvent): boolean => e.hands_min === 0;
export const dueAt = (e: BakeEvent): number => Date.parse(e.due);

/** The stages in the order they follow one another; the filling is made beside them. */
const STAGES = ["sponge", "weigh", "rise", "again", "divide", "wrap", "proof", "hold", "heat", "rest"];
/** Less than this late is no news: the server's own answer is as old, ms. */
const HARDLY_LATE = 30_000;

/** Every mark made here moves what comes after it by as much as it was early or late. */
function followed(open: BakeEvent[], events: BakeEvent[], waiting: Made[]): BakeEvent[] {
  const ended = waiting.filter((o) => o.kind === "done").at(-1);
  const was = ended && events.find((e) => e.ends_stage && e.stage === ended.stage);
  const by = ended && was ? Date.parse(ended.at) - Date.parse(was.end) : 0;
  const along = by ? open.map((e) => movedBy(e, by)) : open;
  const late = new Map<string, number>();
  for (const o of waiting) {
    const into = o.kind === "did" ? events.find((e) => e.kind === "into" && e.id === o.event) : undefined;
    if (into) late.set(into.load, Date.parse(o.at) - Date.parse(into.start) - by);
  }
  // What follows the heat follows the load that went in the latest.
  const latest = Math.max(0, ...late.values());
  const after = (e: BakeEvent) => (STAGES.indexOf(e.stage) > STAGES.indexOf("heat") ? latest : 0);
  return late.size > 0 ? along.map((e) => movedBy(e, late.get(e.load) ?? after(e))) : along;
}

/** Late is later: what follows a stage that is over by the clock and was not marked comes no sooner for that. */
function noSooner(open: BakeEvent[], now: number): BakeEvent[] {
  const overdue = open
    .filter((e) => e.ends_stage && Date.parse(e.end) < now - HARDLY_LATE)
    .sort((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage))[0];
  return overdue ? movedAfter(open, overdue, now - Date.parse(overdue.end)) : open;
}

/** Everything of the stages after an event's own, so many ms later. */
export function movedAfter(open: BakeEvent[], event: BakeEvent, ms: number): BakeEvent[] {
  const stage = STAGES.indexOf(event.stage);
  return open.map((e) => (STAGES.indexOf(e.stage) > stage && e.along !== event.id ? movedBy(e, ms) : e));
}

/**
 * What is still to come, every hour in it by one rule of plan, marks and clock. waiting: marks made here that the
 * server has not answered: what they end is over, and what comes after moves along by as much as it was early or
 * late, with the hours in its sentences. undone: marks the list knows of that were taken back here: what they ended
 * is open again.
 */
export function openEvents(events: BakeEvent[], waiting: Made[], undone: Made[] = [], now = -Infinity): BakeEvent[] {
  const named = waiting.flatMap((o) => [...(o.kind === "done" ? [o.stage] : []), o.event ?? ""]);
  const over = new Set(named.filter(Boolean));
  const isOver = (e: BakeEvent) => over.has(e.id) || over.has(e.along) || over.has(e.until);
  const again = (e: BakeEvent) =>
    undone.some((o) => (o.event ? o.event === e.id : o.kind === "done" && e.ends_stage && e.stage === o.stage));
  const open = events.filter((e) => (e.standing === "open" || again(e)) && !isOver(e));
  return noSooner(followed(open, events, waiting), now).sort((a, b) => dueAt(a) - dueAt(b));
}

/** What a press on an event records: the last load out ends the heat, whichever that is. */
export const marksOf = (open: BakeEvent[], event: BakeEvent): EventMark[] =>
  event.closes.length > 0 && !open.some((e) => e.kind === event.kind && e.id !== event.id) ? event.closes : event.marks;

/** What is done along with an event. */
export const alongWith = (open: BakeEvent[], event: BakeEvent): BakeEvent[] => open.filter((e) => e.along === event.id);

const notYetIn = (open: BakeEvent[], load: string) => open.some((o) => o.kind === "into" && o.load === load);

const notYetLit = (open: BakeEvent[], load: string) =>
  open.some((o) => o.kind === "light" && load.startsWith(`${o.load}.`));

/** Whether it can come already: nothing of a load before it is in, no load before it is lit and there is room. */
function canCome(open: BakeEvent[], e: BakeEvent): boolean {
  if (e.kind !== "into") return !notYetIn(open, e.load);
  if (notYetLit(open, e.load)) return false;
  return !open.some((o) => o.kind === "out" && o.resource === e.resource && !notYetIn(open, o.load));
}

/** Whether it puts pieces into a heat that nobody has lit: what goes in along with it would go in cold. */
export const putsInUnlit = (open: BakeEvent[], e: BakeEvent): boolean =>
  open.some((o) => o.kind === "into" && o.along === e.id && notYetLit(open, o.load));

/** The load that goes in by this press while what it goes into is not hot yet, as far as is known. */
export const goesInCold = (open: BakeEvent[], e: BakeEvent, now: number): BakeEvent | undefined =>
  open.find(
    (o) =>
      o.kind === "into" && (o.along === e.id || o.id === e.id) && o.hot_from !== null && now < Date.parse(o.hot_from),
  );

/** Loads that are in the heat now: those that can come out. */
export const loadsIn = (open: BakeEvent[]): BakeEvent[] => open.filter((e) => e.kind === "out" && canCome(open, e));
const passed = (e: BakeEvent, now: number) => e.passes_at !== null && Date.parse(e.passes_at) <= now;
const asks = (e: BakeEvent, now: number) => !e.along && !passed(e, now);

/** The one in front: what is due, the burning oven first; else what goes on now; else what comes next. */
export function frontOf(open: BakeEvent[], now: number): BakeEvent | undefined {
  const all = open.filter((e) => asks(e, now) && canCome(open, e) && !isReminder(e));
  // What has to be lit first is in front of what goes in, however ready that is.
  const due = all
    .filter((e) => dueAt(e) <= now)
    .sort(
      (a, b) => Number(putsInUnlit(open, a)) - Number(putsInUnlit(open, b)) || a.rank - b.rank || dueAt(a) - dueAt(b),
    );
  const goesOn = all.filter((e) => isWait(e) && Date.parse(e.start) <= now + JUST_BEGUN);
  const stage = goesOn.find((e) => e.ends_stage);
  return due[0] ?? stage ?? goesOn[0] ?? all[0] ?? open.find((e) => asks(e, now));
}

/** The next ones after it, by the hour they are due. */
export const comingAfter = (open: BakeEvent[], front: BakeEvent | undefined, now: number): BakeEvent[] =>
  open.filter((e) => asks(e, now) && e.id !== front?.id);

/** Whether it comes of itself once what went on before it is over: the press that ends that one calls for it too. */
const followsAStage = (open: BakeEvent[], e: BakeEvent) =>
  e.until === e.stage &&
  open.some((o) => o.ends_stage && o.stage !== e.stage && Date.parse(o.start) < Date.parse(e.start));

/** Whether it calls now. lastMark: when something was last marked in its batch, ms. */
export function calls(open: BakeEvent[], e: BakeEvent, now: number, lastMark: number): boolean {
  const due = dueAt(e);
  if (!e.rings || !asks(e, now) || !canCome(open, e) || followsAStage(open, e)) return false;
  return due <= now && now - due < NO_NEWS && due > lastMark + JUST_PRESSED;
}

/** A press so soon after a wait began that it may be a slip. */
export function tooSoon(e: BakeEvent, now: number): boolean {
  const [start, low] = [Date.parse(e.start), Date.parse(e.low)];
  return isWait(e) && low - start > 120_000 && now - start < (low - start) / 4;
}
