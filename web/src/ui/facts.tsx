import { useContext, useEffect, useRef, type ReactNode } from "react";

import { Asking, type FigureKey } from "../lib/asking";
import { Explained } from "./explained";

/** A figure that says, when pressed, where it is from. */
function Figure({ name, ask, children }: { name: string; ask?: FigureKey | undefined; children: ReactNode }) {
  const asking = useContext(Asking);
  if (!asking || !ask) return children;
  return (
    <button
      type="button"
      aria-label={`${name}: where is this from?`}
      className="min-h-6 underline decoration-rim decoration-dotted decoration-2 underline-offset-4 hover:decoration-cobalt"
      onClick={() => asking(ask)}
    >
      {children}
    </button>
  );
}

/** A tray's first line, its one large figure, and what that figure rests on. */
export function Headline(props: {
  title: string;
  under?: ReactNode;
  figure: ReactNode;
  note?: ReactNode;
  ask?: FigureKey;
}) {
  return (
    <header>
      <h2 className="text-xl leading-tight font-bold">{props.title}</h2>
      {props.under && <p className="text-muted">{props.under}</p>}
      <p className="mt-2 text-3xl leading-none font-extrabold tracking-tight text-cobalt">
        <Figure name={props.title} ask={props.ask}>
          {props.figure}
        </Figure>
      </p>
      {props.note && <p className="mt-1.5">{props.note}</p>}
    </header>
  );
}

/** Name, value, and in small what it comes from. `strong` for the one that matters most. */
export function Fact(props: {
  name: string;
  value: ReactNode;
  from?: ReactNode;
  strong?: boolean;
  ask?: FigureKey;
  /** The trade word in its name, as the glossary has it. */
  term?: string;
}) {
  return (
    <div className="grid break-inside-avoid grid-cols-[1fr_auto] items-baseline gap-x-4 border-t-2 border-inset py-1 first:border-t-0">
      <dt className="text-muted">
        {props.term ? (
          <Explained name={props.name} term={props.term}>
            {props.name}
          </Explained>
        ) : (
          props.name
        )}
      </dt>
      <dd
        className={`text-right ${props.value === "" ? "" : "whitespace-nowrap"} ${props.strong ? "text-xl font-bold text-cobalt" : "text-lg font-bold"}`}
      >
        <Figure name={props.name} ask={props.ask}>
          {props.value}
        </Figure>
      </dd>
      {props.from && <dd className="col-span-2 leading-snug text-muted">{props.from}</dd>}
    </div>
  );
}

/** Beside the headline: what changes a decision, and no more than that. */
export function Facts({ children }: { children: ReactNode }) {
  return <dl className="mt-3">{children}</dl>;
}

/** The numbers behind what is in sight, in as many columns as there is room for. */
export function Numbers({ children }: { children: ReactNode }) {
  return <dl className="gap-x-10 tab:columns-2 wide:columns-3">{children}</dl>;
}

/** A picture with its caption beneath. */
export function Plate(props: { caption: ReactNode; children: ReactNode; className?: string; grow?: number }) {
  return (
    <figure
      className={`flex min-w-0 flex-col ${props.className ?? ""}`}
      {...(props.grow ? { style: { flex: `${props.grow} 1 0` } } : {})}
    >
      {props.children}
      <figcaption className="mt-1 text-center text-base text-muted">{props.caption}</figcaption>
    </figure>
  );
}

/** A caution beside its step; large where it is read at arm's length. */
export function Warning(props: { title: string; text: string; source?: string; urgent?: boolean; large?: boolean }) {
  return (
    <div
      role="note"
      className={`rounded-xl border-2 px-3.5 py-2.5 ${props.urgent ? "border-crust bg-warm" : "border-rim bg-inset"}`}
    >
      <p className={`font-bold ${props.large ? "text-xl leading-tight" : ""}`}>{props.title}</p>
      <p className={props.large ? "text-lg leading-snug" : "text-base"}>{props.text}</p>
      {props.source && <p className="mt-0.5 text-base text-muted">{props.source}</p>}
    </div>
  );
}

/** What stands in the way of something just done; said aloud, and brought into sight. */
export function Trouble({ text }: { text: string }) {
  const here = useRef<HTMLParagraphElement>(null);
  useEffect(() => here.current?.scrollIntoView({ block: "nearest" }), [text]);
  return (
    <p ref={here} role="alert" className="mt-2 scroll-my-20 rounded-xl border-2 border-crust bg-warm px-3.5 py-1.5">
      {text}
    </p>
  );
}

/** Empty, loading and failed places say what is the matter and what still works. */
export function Notice(props: { title: string; text?: string; children?: ReactNode }) {
  return (
    <div role="status" className="mx-auto max-w-lg px-6 py-16 text-center">
      <p className="text-2xl font-bold">{props.title}</p>
      {props.text && <p className="mt-2 text-muted">{props.text}</p>}
      {props.children && <div className="mt-5 flex justify-center gap-3">{props.children}</div>}
    </div>
  );
}
