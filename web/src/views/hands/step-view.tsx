import type { ReactNode } from "react";

import type { BakeEvent, EventMark, Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { countdown, duration } from "../../lib/clock";
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
  const over = late > (isWait(event) ? 0 : 60);
  const press = u.text(event.press);
  const phone = usePhone();
  const cautions = sheet.cautions.filter((c) => [event, ...p.along].some((e) => e.cautions.includes(c.code)));
  const done = p.along.filter((e) => e.kind !== "weigh" && !(e.kind === "into" && sheet.loads.length === 1));
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
          <h1 className="mt-2 text-[1.9rem] leading-tight font-extrabold tab:text-[2.6rem]">
            {u.text(over && event.kind === "out" ? event.label : event.words)}
          </h1>
          <p className="text-lg text-ink tab:text-xl">{event.details.map(u.text).join("; ")}</p>
        </div>
        {!phone && folded}
      </div>
      <Unsafe event={event} sheet={sheet} onTake={p.onMarks} />
      <div className="grid flex-1 items-center gap-x-10 tab:landscape:grid-cols-2">
        <div className="flex flex-col gap-3">
          <button
            type="button"
            // The second press of a hurried hand would land on what comes next.
            onClick={(e) => e.detail < 2 && p.onPress()}
            aria-label={`${press}: press anywhere here`}
            data-event={event.id}
            className="w-full rounded-3xl py-3 text-center wide:py-1"
          >
            <span
              role="timer"
              className={`block leading-none font-extrabold tracking-tight ${over ? "text-crust" : "text-ink"} ${figureSize(figureOf(event, left, u))}`}
            >
              {figureOf(event, left, u)}
            </span>
            <span className="mt-2 block text-lg text-ink tab:text-xl">
              {over && lateWords(event, late / 60)}
              {p.note || (event.figure_note.length > 0 ? u.text(event.figure_note) : over ? u.text(event.lost) : "")}
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
        className="mt-3 min-h-24 w-full !rounded-3xl text-[1.9rem] wide:min-h-20"
        onClick={(e) => e.detail < 2 && p.onPress()}
      >
        {press}
      </Button>
      {p.strip}
      {p.extras}
      {phone && folded}
    </>
  );
}

/** Its number; else how long it still takes; else that it is due. */
function figureOf(event: BakeEvent, left: number, u: ReturnType<typeof useUnits>): string {
  if (event.figure.length > 0) return u.text(event.figure);
  // A dough is looked at from an hour on; what is in the heat is late by the second.
  if (left < 0 && event.when === "look from") return "look";
  return isWait(event) || left > 0 ? countdown(left) : "now";
}

function lateWords(event: BakeEvent, minutes: number): string {
  if (event.when === "look from") return "time to look: ";
  return isWait(event) ? "" : `${duration(minutes)} late; `;
}

const figureSize = (figure: string) => (figure.length > 9 ? "text-[min(12vw,5rem)]" : "text-[min(23vw,8.5rem)]");

/** What is done with it in passing: a tick each, and none is needed for the press below. */
function Along({ events, onMarks }: { events: BakeEvent[]; onMarks: (marks: EventMark[]) => void }) {
  const u = useUnits();
  if (events.length === 0) return null;
  return (
    <ul aria-label="With it" className="grid gap-2">
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
