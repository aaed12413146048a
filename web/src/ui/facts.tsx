import { useContext, type ReactNode } from "react";

import { Asking, type FigureKey } from "../lib/asking";
import { useOpened } from "../lib/use-opened";

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
      <h2 className="text-[1.35rem] leading-tight font-bold">{props.title}</h2>
      {props.under && <p className="text-muted">{props.under}</p>}
      <p className="mt-2 text-[2rem] leading-none font-extrabold tracking-tight text-cobalt">
        <Figure name={props.title} ask={props.ask}>
          {props.figure}
        </Figure>
      </p>
      {props.note && <p className="mt-1.5">{props.note}</p>}
    </header>
  );
}

/** Name, value, and in small what it comes from. `strong` for the one that matters most. */
export function Fact(props: { name: string; value: ReactNode; from?: ReactNode; strong?: boolean; ask?: FigureKey }) {
  return (
    <div className="flex items-baseline justify-between gap-4 border-t-2 border-inset py-1 first:border-t-0">
      <dt className="text-muted">
        {props.name}
        {props.from && <span className="block text-sm leading-tight">{props.from}</span>}
      </dt>
      <dd
        className={`text-right whitespace-nowrap ${props.strong ? "text-xl font-bold text-cobalt" : "text-lg font-bold"}`}
      >
        <Figure name={props.name} ask={props.ask}>
          {props.value}
        </Figure>
      </dd>
    </div>
  );
}

/** What changes a decision in sight; `deeper`, the figures behind it, one press away. What a cook opened stays open. */
export function Facts(props: { children: ReactNode; of?: string; deeper?: ReactNode }) {
  const { children, of = "", deeper } = props;
  const [open, turn] = useOpened(of);
  return (
    <>
      <dl className="mt-2.5">
        {children}
        {open && deeper}
      </dl>
      {deeper && (
        <button
          type="button"
          aria-expanded={open}
          className="min-h-9 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
          onClick={turn}
        >
          {open ? "fewer figures" : "more figures"}
        </button>
      )}
    </>
  );
}

/** A picture with its caption beneath. */
export function Plate(props: { caption: ReactNode; children: ReactNode; className?: string; grow?: number }) {
  return (
    <figure
      className={`flex min-w-0 flex-col ${props.className ?? ""}`}
      {...(props.grow ? { style: { flex: `${props.grow} 1 0` } } : {})}
    >
      {props.children}
      <figcaption className="mt-1 text-center text-sm text-muted">{props.caption}</figcaption>
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
      <p className={`font-bold ${props.large ? "text-[1.35rem] leading-tight" : ""}`}>{props.title}</p>
      <p className={props.large ? "text-lg leading-snug" : "text-[0.95rem]"}>{props.text}</p>
      {props.source && <p className="mt-0.5 text-sm text-muted">{props.source}</p>}
    </div>
  );
}

/** Empty, loading and failed places say what is the matter and what still works. */
export function Notice(props: { title: string; text?: string; children?: ReactNode }) {
  return (
    <div role="status" className="mx-auto my-16 max-w-lg px-6 text-center">
      <p className="text-2xl font-bold">{props.title}</p>
      {props.text && <p className="mt-2 text-muted">{props.text}</p>}
      {props.children && <div className="mt-5 flex justify-center gap-3">{props.children}</div>}
    </div>
  );
}
