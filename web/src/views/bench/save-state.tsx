import type { ReactNode } from "react";
import { Link } from "react-router";

import { clockFrom, duration } from "../../lib/clock";
import { hoursText } from "../../lib/words";
import { usePhone } from "../../lib/use-narrow";
import { Button, Small } from "../../ui/button";
import type { DraftState, DraftStore } from "../../stores/draft";
import { useBegunHere } from "../begun-here";
import { useDraft } from "./use-draft";

const WORDS: Record<DraftState["save"], string> = {
  saved: "saved",
  saving: "saving…",
  unsaved: "kept here, not yet saved",
  conflict: "changed in two places",
  refused: "kept here, not saved",
};

const whole = (state: DraftState) => state;

interface Props {
  store: DraftStore;
  now: number;
  starting: string | null;
  /** Told that the batches started here and not yet known to the server are wanted back. */
  onUnstart: (refs: string[]) => void;
  onUndo: () => void;
  onRedo: () => void;
  onStart: () => void;
  onHelp: () => void;
  onFile: () => void;
  onTakeOther: () => void;
  onKeepAsOwn: () => void;
  /** The way to any figure by its name. */
  find: ReactNode;
}

type Links = Pick<Props, "store" | "find" | "onUndo" | "onRedo" | "onFile" | "onHelp">;

/** Whether it is saved, the way back, and what else there is to the bake. */
export function BakeLinks(p: Links) {
  const { save, line, unkept, coming, canUndo, canRedo } = useDraft(p.store, whole);
  const phone = usePhone();
  return (
    <div className="flex min-h-9 items-center gap-x-3 whitespace-nowrap text-muted">
      <Small disabled={!canUndo} onClick={p.onUndo}>
        undo
      </Small>
      <Small disabled={!canRedo} onClick={p.onRedo}>
        redo
      </Small>
      {p.find}
      <Small onClick={p.onFile}>bake file</Small>
      {/* A phone has none. */}
      {!phone && <Small onClick={p.onHelp}>keys</Small>}
      {/* Last, so that nothing moves when its words change. */}
      <span data-save={save} aria-live="polite" className="tab:min-w-18 max-tab:min-w-0 max-tab:truncate">
        {coming && save !== "saved"
          ? "keeping…"
          : line === "away"
            ? "server out of reach; kept here"
            : unkept && save !== "saved"
              ? "not yet saved"
              : WORDS[save]}
      </span>
    </div>
  );
}

/** When to start and what of, and what went wrong with keeping it. */
export function SaveState(p: Omit<Props, "find" | "onUndo" | "onRedo" | "onFile" | "onHelp">) {
  const { sheet, save, trouble, line, problems } = useDraft(p.store, whole);
  // Started here, and the server has not yet taken that; under which address it runs meanwhile, where it has a plan.
  const waits = useBegunHere().filter((b) => b.bake === p.store.id);
  const inHands = waits.find((b) => b.batch)?.ref;
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-0.5 pt-1 tab:w-60 tab:flex-col tab:items-stretch tab:text-right">
      {/* Its place is held until it is known. */}
      {!sheet && <div className="h-[4.5rem] max-tab:flex-1" />}
      {sheet && (
        <div className="min-h-[4.5rem] max-tab:flex-1">
          <p className="text-xl leading-tight font-bold">Start {clockFrom(sheet.day.start, p.now)}</p>
          <p className="text-base leading-snug text-muted">
            eat {hoursText(sheet.day.eat_low, sheet.day.eat_high, p.now)}
            <br />
            {duration(sheet.day.hands_min)} with your hands
          </p>
        </div>
      )}
      <div className="flex tab:mt-1 flex-wrap items-center gap-2 tab:justify-end">
        <Button
          look="solid"
          className="max-tab:px-3"
          disabled={!sheet || problems.length > 0 || save === "conflict" || waits.length > 0}
          onClick={p.onStart}
        >
          Start this bake
        </Button>
      </div>
      {p.starting && (
        <p role="status" className="text-base font-semibold text-crust">
          {p.starting}
        </p>
      )}
      {waits.length > 0 && !p.starting && (
        <p role="status" className="text-base font-semibold text-crust">
          {inHands ? (
            <>
              Started here, kept until the server answers: it runs{" "}
              <Link to={`/hands/${inHands}`} className="text-cobalt underline">
                in Hands
              </Link>
              .{" "}
            </>
          ) : (
            "Started here, and its last change not yet worked out: it goes to Hands, with this hour, as soon as the server answers. "
          )}
          <Small onClick={() => p.onUnstart(waits.map((b) => b.ref))}>take it back</Small>
        </p>
      )}
      {trouble && !(save === "unsaved" && (line === "away" || line === "signed out")) && (
        <div role="alert" className="rounded-xl border-2 border-crust bg-warm p-2.5 text-left text-base">
          <p>{trouble}</p>
          {save === "conflict" && (
            <p className="mt-2 flex flex-wrap gap-2">
              <Button look="crust" onClick={p.onKeepAsOwn}>
                Keep mine as its own bake
              </Button>
              <Button onClick={p.onTakeOther}>Take the other</Button>
            </p>
          )}
        </div>
      )}
    </div>
  );
}
