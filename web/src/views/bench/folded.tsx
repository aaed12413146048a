import type { ReactNode } from "react";

import type { Bake, Sheet } from "../../api/client";
import { useClosings } from "../../api/closings";
import { clock } from "../../lib/clock";
import { usePhone } from "../../lib/use-narrow";
import { useOpened } from "../../lib/use-opened";

/** An hour is told to the nearest minute, ms: what is meant for nine is not eaten at 8:59. */
const HALF_A_MINUTE = 30_000;

interface Props {
  document: Bake;
  sheet: Sheet | null;
  /** Something in the sentence is wrong: it stands open, where it can be put right. */
  wrong: boolean;
  children: ReactNode;
}

/** On a phone the sentence is one line that stays in sight; pressed, it unfolds. Elsewhere it stands open. */
export function Folded({ document, sheet, wrong, children }: Props) {
  const phone = usePhone();
  const [open, turn] = useOpened("sentence");
  const closings = useClosings();
  if (!phone) return children;
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
      {(open || wrong) && children}
    </>
  );
}
