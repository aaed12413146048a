import { lazy, Suspense, useState } from "react";

import type { Answer, Doubt } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { usePhone } from "../../lib/use-narrow";
import { useOpened } from "../../lib/use-opened";
import { Button } from "../../ui/button";

// Wanted on a phone alone.
const AskedBelow = lazy(async () => ({ default: (await import("./asked-below")).AskedBelow }));

const WORDS: Record<string, string> = { stop: "Will not work as written", ask: "A question", note: "Worth knowing" };
/** Under which name it is kept that a cook wants every reason. */
export const WHY = "why";
const LINK =
  "text-left leading-snug font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-3";

interface Props {
  doubts: Doubt[];
  elsewhere: Doubt[];
  onOpen: (tray: string) => void;
  onAnswer: (doubt: Doubt, answer: Answer) => void;
}

/** The tool's questions for this tray, each answered with one press; why it asks is one press away. */
export function Doubts({ doubts, elsewhere, onOpen, onAnswer }: Props) {
  const u = useUnits();
  const [why, turnWhy] = useOpened(WHY);
  const phone = usePhone();
  const asked = doubts.filter((d) => d.severity !== "note");
  const notes = doubts.filter((d) => d.severity === "note");
  const question = (d: Doubt) => <Question key={d.code} doubt={d} why={why} onWhy={turnWhy} onAnswer={onAnswer} />;
  // There is room for the reasons where nothing else is in sight.
  const reasoned = (d: Doubt) => <Question key={d.code} doubt={d} why onAnswer={onAnswer} />;
  return (
    <section aria-label="Doubts" className="flex flex-col gap-2.5">
      {phone && !why ? (
        <Suspense>
          <AskedBelow asked={asked} called={WORDS}>
            {asked.map(reasoned)}
          </AskedBelow>
        </Suspense>
      ) : (
        asked.map((d, i) => (why || i === 0 ? question(d) : <Folded key={d.code} doubt={d} onAnswer={onAnswer} />))
      )}
      {why && notes.map(question)}
      {!why && asked.length === 0 && <Notes doubts={notes} onMore={turnWhy} />}
      {doubts.length === 0 && !phone && <p className="text-muted">No doubts here.</p>}
      {/* On a phone the trays in reach of the thumb tell what is asked on them. */}
      <p className="flex flex-wrap gap-x-5 empty:hidden">
        {!why && asked.length > 0 && notes.length > 0 && (
          <button
            type="button"
            aria-label={`Worth knowing: ${notes.map((d) => u.text(d.title)).join("; ")}`}
            className={`min-h-7 ${LINK}`}
            onClick={turnWhy}
          >
            {notes.length} worth knowing
          </button>
        )}
        {elsewhere.length > 0 && !phone && <ElsewhereTurn many={elsewhere.length} />}
      </p>
      {elsewhere.length > 0 && !phone && <Elsewhere doubts={elsewhere} onOpen={onOpen} />}
    </section>
  );
}

/** What is only worth knowing: titles in one place until the cook wants more of them. */
function Notes({ doubts, onMore }: { doubts: Doubt[]; onMore: () => void }) {
  const u = useUnits();
  if (doubts.length === 0) return null;
  const titles = doubts.map((d) => u.text(d.title));
  return (
    <article className="rounded-2xl border-2 border-rim bg-inset px-3.5 py-2">
      <p className="flex justify-between gap-3 font-bold text-muted">
        {WORDS.note}
        <button
          type="button"
          aria-expanded={false}
          aria-label={`Why: ${titles.join("; ")}`}
          className={`min-h-6 ${LINK}`}
          onClick={onMore}
        >
          more
        </button>
      </p>
      {titles.map((title) => (
        <h3 key={title} className="leading-snug font-bold not-first:mt-1">
          {title}
        </h3>
      ))}
    </article>
  );
}

/** A further question in one line, until it is pressed: the gravest is answered first. */
function Folded({ doubt, onAnswer }: Pick<Asked, "doubt" | "onAnswer">) {
  const u = useUnits();
  const [open, setOpen] = useState(false);
  if (open) return <Question doubt={doubt} why={false} onAnswer={onAnswer} />;
  return (
    <button type="button" aria-expanded={false} className={`min-h-7 truncate ${LINK}`} onClick={() => setOpen(true)}>
      {WORDS[doubt.severity]}: {u.text(doubt.title)}
    </button>
  );
}

interface Asked {
  doubt: Doubt;
  why: boolean;
  /** Turns the reason; none where it is always told. */
  onWhy?: () => void;
  onAnswer: Props["onAnswer"];
}

/** A question with its answers, and on a press its reason. */
function Question({ doubt: d, why, onWhy, onAnswer }: Asked) {
  const u = useUnits();
  const quiet = d.severity === "note";
  // What will not work is never left without its reason.
  const told = why || d.severity === "stop";
  return (
    <article className={`rounded-2xl border-2 px-3.5 py-1.5 ${quiet ? "border-rim bg-inset" : "border-crust bg-warm"}`}>
      <p className={`flex justify-between gap-3 font-bold ${quiet ? "text-muted" : "text-crust"}`}>
        {WORDS[d.severity]}
        {onWhy && (
          <button
            type="button"
            aria-expanded={why}
            aria-label={`${why ? "Shorter" : "Why"}: ${u.text(d.title)}`}
            className={`min-h-6 ${LINK}`}
            onClick={onWhy}
          >
            {why ? "shorter" : "why?"}
          </button>
        )}
      </p>
      <h3 className="text-lg leading-snug font-bold">{u.text(d.title)}</h3>
      {told && <p className="mt-1 leading-snug">{u.text(d.reason)}</p>}
      {why && d.source.length > 0 && <p className="mt-1 text-muted">from {u.text(d.source)}</p>}
      <Answers doubt={d} onAnswer={onAnswer} />
    </article>
  );
}

function Answers({ doubt, onAnswer }: Pick<Asked, "doubt" | "onAnswer">) {
  const u = useUnits();
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1">
      {doubt.answers.map((a, i) => (
        <Button
          key={u.text(a.label)}
          look={a.changes.length === 0 ? "bare" : i === 0 ? "crust" : "rim"}
          className={a.changes.length === 0 ? "!px-1" : "!px-3"}
          onClick={() => onAnswer(doubt, a)}
        >
          {u.text(a.label)}
        </Button>
      ))}
    </div>
  );
}

/** How many are asked on other trays; on a press, which. */
function ElsewhereTurn({ many }: { many: number }) {
  const [open, turn] = useOpened("elsewhere");
  return (
    <button type="button" aria-expanded={open} className={`min-h-7 ${LINK}`} onClick={turn}>
      {many} elsewhere
    </button>
  );
}

/** What is asked on other trays, where that was wanted. */
function Elsewhere({ doubts, onOpen }: { doubts: Doubt[]; onOpen: (tray: string) => void }) {
  const u = useUnits();
  const [open] = useOpened("elsewhere");
  if (!open) return null;
  return (
    <ul>
      {doubts.map((d) => (
        <li key={d.code}>
          <button type="button" className={`py-0.5 ${LINK}`} onClick={() => onOpen(d.tray)}>
            {d.tray[0]?.toUpperCase()}
            {d.tray.slice(1)}: {u.text(d.title)}
          </button>
        </li>
      ))}
    </ul>
  );
}
