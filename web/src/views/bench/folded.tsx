import { useEffect, useRef, useState, type FocusEvent, type ReactNode } from "react";

import type { Bake, Sheet } from "../../api/client";
import { useClosings } from "../../api/closings";
import { clock } from "../../lib/clock";
import { usePhone } from "../../lib/use-narrow";
import { useOpened } from "../../lib/use-opened";
import { Small } from "../../ui/button";

/** An hour is told to the nearest minute, ms: what is meant for nine is not eaten at 8:59. */
const HALF_A_MINUTE = 30_000;

const BENEATH = "flex flex-wrap items-center gap-x-6 wide:flex-nowrap";

interface Props {
  document: Bake;
  sheet: Sheet | null;
  /** Something in the sentence is wrong: it stands open, where it can be put right. */
  wrong: boolean;
  sentence: ReactNode;
  /** What stands beneath it. */
  children: ReactNode;
}

/**
 * On a phone the sentence is one line that stays in sight; pressed, it unfolds. Elsewhere two lines of it stand open,
 * and the rest of a longer one is a press away.
 */
export function Folded({ document, sheet, wrong, sentence, children }: Props) {
  const phone = usePhone();
  const [open, turn] = useOpened("sentence");
  const closings = useClosings();
  if (!phone)
    return (
      <TwoLines whole={open || wrong} onTurn={turn}>
        {sentence}
        {children}
      </TwoLines>
    );
  const pieces = sheet?.scaled.pieces ?? document.pieces;
  const closing = closings.find((c) => c.value === document.closing);
  const told = `${pieces} ${(pieces === 1 ? closing?.one : closing?.label) ?? "pieces"}`;
  return (
    <>
      <button
        type="button"
        aria-expanded={open || wrong}
        aria-label={`${told}: ${open ? "fold the sentence" : "change the bake"}`}
        className="sticky top-0 z-10 -mx-4 flex w-[calc(100%+2rem)] items-baseline justify-between gap-3 bg-ground px-4 py-1.5 text-left"
        onClick={turn}
      >
        <span className="min-w-0 truncate text-lg font-bold">
          {told}
          {sheet && (
            <span className="font-semibold text-muted">, eat {clock(Date.parse(sheet.day.eat) + HALF_A_MINUTE)}</span>
          )}
        </span>
        <span className="shrink-0 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4">
          {open ? "fold" : "change"}
        </span>
      </button>
      {(open || wrong) && (
        <>
          {sentence}
          <div className={BENEATH}>{children}</div>
        </>
      )}
    </>
  );
}

/** Whether what an element holds takes more than two lines of its letters. */
function useLong() {
  const here = useRef<HTMLDivElement>(null);
  const [long, setLong] = useState(false);
  useEffect(() => {
    const text = here.current?.firstElementChild;
    if (!text) return;
    const look = () =>
      setLong(text.getBoundingClientRect().height > 2.5 * parseFloat(getComputedStyle(text).lineHeight));
    const watch = new ResizeObserver(look);
    watch.observe(text);
    return () => watch.disconnect();
  }, []);
  return { here, long };
}

/** The first two lines of a sentence; whole where that is wanted, or a word further on is being changed. */
function TwoLines(props: { whole: boolean; onTurn: () => void; children: [sentence: ReactNode, beneath: ReactNode] }) {
  const { here, long } = useLong();
  const [sentence, beneath] = props.children;
  const [reached, setReached] = useState(false);
  const whole = props.whole || reached;
  // A word out of sight is only reached by keyboard: then all of it is shown, and stays so, for nothing may move
  // under a press.
  const reach = ({ target }: FocusEvent) => {
    const box = here.current?.getBoundingClientRect();
    // It may have been scrolled into sight already.
    const down = target.getBoundingClientRect().bottom + (here.current?.scrollTop ?? 0);
    if (box && down > box.bottom) setReached(true);
  };
  const turn = () => {
    setReached(false);
    if (!reached || props.whole) props.onTurn();
  };
  return (
    <>
      <div className="relative">
        <div
          ref={here}
          onFocus={reach}
          className={whole ? "" : "-mx-1 -mb-1 max-h-[3.5em] overflow-hidden px-1 text-2xl"}
        >
          {sentence}
        </div>
        {long && (
          <span className={whole ? "" : "absolute right-0 bottom-1.5 bg-ground pl-3"}>
            <Small aria-expanded={whole} onClick={turn}>
              {whole ? "two lines of it" : "… the whole sentence"}
            </Small>
          </span>
        )}
      </div>
      <div className={BENEATH}>{beneath}</div>
    </>
  );
}
