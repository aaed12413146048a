import type { MouseEvent, ReactNode } from "react";

import type { BakeEvent, EventMark, Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { clockFrom, countdown, duration } from "../../lib/clock";
import { isWait } from "../../stores/events";
import { Guarded } from "../../lib/guarded";
import { useUnits } from "../../lib/settings";
import { usePhone } from "../../lib/use-narrow";
import { RecipeSaid } from "../../parts/recipe-says";
import { Button } from "../../ui/button";
import { Warning } from "../../ui/facts";
import type { Stage } from "../marks/steps";
import { Beside } from "./beside";
import { Unsafe } from "./unsafe";
import { joined } from "../../lib/words";

/** Work of the hands that comes so much later is told as not yet due. */
const NOT_YET_MS = 15 * 60_000;

interface StepProps {
  event: BakeEvent;
  /** What is done along with it. */
  along: BakeEvent[];
  /** The stage the batch is in, which what is done beside it may not be of. */
  stage: Stage;
  due: number;
  /** Said in place of what the event says of its hours, where something was seen without the server. */
  note: string;
  now: number;
  sheet: Sheet;
  onPress: () => void;
  onMarks: (marks: EventMark[]) => void;
  extras: ReactNode;
  scale: Scale | null;
  asking: ReactNode;
  strip: ReactNode;
  /** Dividing: the pieces as they are cut and weighed. */
  cutting: ReactNode;
}

/** One event in front: what to do in huge letters, its number or its countdown, and one press to end it. */
export function StepView(p: StepProps) {
  const { event, now, sheet } = p;
  const u = useUnits();
  const left = (p.due - now) / 1000;
  // What is done by hand is late once it should be over, not while the hands are at it.
  const late = isWait(event) ? -left : (now - Date.parse(event.end)) / 1000;
  const early = isEarly(event, now);
  const over = late > (isWait(event) ? 0 : 60);
  const figure = early ? countdown((Date.parse(event.start) - now) / 1000) : figureOf(event, left, u);
  const press = u.text(event.press);
  const phone = usePhone();
  const cautions = sheet.cautions.filter((c) => [event, ...p.along].some((e) => e.cautions.includes(c.code)));
  // What the list on the scale, the title and the countdown tell already is not told again.
  const told = (e: BakeEvent) =>
    e.kind === "weigh" || e.kind === "lid_shut" || (e.kind === "into" && sheet.loads.length === 1);
  const done = p.along.filter((e) => !told(e));
  const mind = cautions
    .filter((c) => c.urgent)
    .map((c) => <Warning key={c.code} title={u.text(c.title)} text={u.text(c.text)} urgent large />);
  const along = <Along events={done} onMarks={p.onMarks} />;
  const aside = phone || (done.length === 1 && mind.length > 1);
  // On a phone these come last: what is done comes before what is told of it.
  const folded = (
    <div className="flex flex-col items-start gap-x-8 wide:mt-1 wide:max-w-lg wide:items-end">
      <RecipeSaid stated={(sheet.stated ?? []).filter((one) => one.stage === p.stage)} large />
      {/* At the stove a caution is whole, whatever was folded away on the Bench. */}
      {cautions
        .filter((c) => !c.urgent)
        .map((c) => (
          <div key={c.code} role="note" className="text-lg leading-snug wide:text-right">
            <p className="font-bold">{u.text(c.title)}</p>
            <p>{u.text(c.text)}</p>
          </div>
        ))}
    </div>
  );
  return (
    <>
      <div className="wide:grid wide:grid-cols-[minmax(0,1fr)_auto] wide:gap-x-8">
        <div>
          <h1 className="mt-2 text-[1.7rem] leading-tight font-extrabold tab:text-[2.6rem]">
            {u.text(over && event.kind === "out" ? event.label : event.words)}
          </h1>
          <p className="text-lg text-ink tab:text-xl">{joined(event.details.map(u.text))}</p>
        </div>
        {!phone && folded}
      </div>
      <Unsafe event={event} sheet={sheet} onTake={p.onMarks} />
      <div className="grid flex-1 items-center gap-x-10 tab:landscape:grid-cols-2">
        <div className="flex flex-col gap-3">
          <button
            type="button"
            onClickCapture={once}
            onClick={p.onPress}
            aria-label={`${press}: press anywhere here`}
            data-event={event.id}
            className="w-full rounded-3xl py-0.5 text-center tab:py-3 wide:py-1"
          >
            <span
              role="timer"
              className={`block leading-none font-extrabold tracking-tight ${over ? "text-crust" : "text-ink"} ${figureSize(figure, mind.length > 1)}`}
            >
              {figure}
            </span>
            <span className="mt-1 block text-lg leading-snug text-ink tab:mt-2 tab:text-xl">
              {over && event.figure.length === 0 && lateWords(event, late / 60)}
              {early ? `not yet: at ${clockFrom(event.start)}` : p.note || noteOf(event, over, u)}
            </span>
          </button>
          {done.length < 2 && mind.slice(0, 2)}
          {!aside && along}
        </div>
        <div className="flex flex-col gap-3">
          <Guarded what="The drawing of this step" note="Go on: marks are still taken." retryWith={[sheet, event.id]}>
            <Beside event={event} stage={p.stage} now={now} sheet={sheet} scale={p.scale} cutting={p.cutting} />
          </Guarded>
          {p.note && <p className="text-lg text-muted">Drawn as it stood before what you saw.</p>}
          {/* Both columns end about alike: beside the figure there is room for two. */}
          {done.length > 1 ? mind : mind.slice(2)}
          {aside && along}
        </div>
      </div>
      {p.asking}
      <Button
        look="solid"
        className="mt-3 min-h-20 w-full !rounded-3xl text-[1.6rem] tab:min-h-24 tab:text-[1.9rem] wide:min-h-20"
        onClickCapture={once}
        onClick={p.onPress}
      >
        {press}
      </Button>
      <div onClickCapture={once}>
        {p.strip}
        {p.extras}
      </div>
      {phone && <div className="mt-2">{folded}</div>}
    </>
  );
}

/** The second press of a hurried hand lands on whatever stands there by then: it is none. */
function once(e: MouseEvent) {
  if (e.detail < 2) return;
  e.preventDefault();
  e.stopPropagation();
}

/** Whether it is work of the hands that is planned for so much later: nothing goes on until then. */
const isEarly = (event: BakeEvent, now: number): boolean =>
  !isWait(event) && Date.parse(event.start) - now > NOT_YET_MS;

/** Its number; else how long it still takes; else that it is due. */
function figureOf(event: BakeEvent, left: number, u: ReturnType<typeof useUnits>): string {
  if (event.figure.length > 0) return u.text(event.figure);
  // A dough is looked at from an hour on; what is in the heat is late by the second.
  if (left < 0 && event.when === "look from") return "look";
  return isWait(event) || left > 0 ? countdown(left) : "now";
}

const noteOf = (event: BakeEvent, over: boolean, u: ReturnType<typeof useUnits>): string =>
  event.figure_note.length > 0 ? u.text(event.figure_note) : over ? u.text(event.lost) : "";

function lateWords(event: BakeEvent, minutes: number): string {
  if (event.when === "look from") return "time to look: ";
  return isWait(event) ? "" : `${duration(minutes)} late; `;
}

/** As large as it stands on one line; beside much that must be minded there is less room. */
function figureSize(figure: string, much: boolean): string {
  if (figure.length > 9) return "text-[min(12vw,5rem)]";
  const most = much ? "wide:text-[6.5rem]" : "";
  // Digits are narrow: an hour to the second is as large as minutes are.
  return `${figure.length > 5 && !/^[\d:]+$/.test(figure) ? "text-[min(17vw,8.5rem)]" : "text-[min(23vw,8.5rem)]"} ${most}`;
}

/** What is done with it in passing: a tick each, and none is needed for the press below. */
function Along({ events, onMarks }: { events: BakeEvent[]; onMarks: (marks: EventMark[]) => void }) {
  const u = useUnits();
  if (events.length === 0) return null;
  return (
    <ul aria-label="With it" className="grid gap-2" onClickCapture={once}>
      {events.map((e) => (
        <li key={e.id} className="flex items-center gap-3 rounded-xl border-2 border-rim px-3 py-1.5 text-lg">
          <span className="flex-1 font-semibold">{u.text(e.words)}</span>
          {e.marks.every((m) => m.kind === "did") && (
            <button
              type="button"
              aria-label={`${u.text(e.press)}: ${u.text(e.words)}`}
              className="grid h-12 w-12 flex-none place-items-center rounded-xl border-2 border-cobalt text-2xl text-cobalt"
              onClick={() => onMarks(e.marks)}
            >
              ✓
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
