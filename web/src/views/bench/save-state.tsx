import type { ReactNode } from "react";
import { Link } from "react-router";

import { clockFrom, duration } from "../../lib/clock";
import { usePhone } from "../../lib/use-narrow";
import { Button, Small } from "../../ui/button";
import type { DraftState } from "../../stores/draft";

const WORDS: Record<DraftState["save"], string> = {
  saved: "saved",
  saving: "saving…",
  unsaved: "kept here, not yet saved",
  conflict: "changed in two places",
  refused: "kept here, not saved",
};

interface Props {
  state: DraftState;
  now: number;
  starting: string | null;
  /** Whether this bake was started and the server has not yet taken that. */
  waits: boolean;
  /** Under which address that runs meanwhile; null where its plan could not be worked any more. */
  inHands: string | null;
  onUnstart: () => void;
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

type Links = Pick<Props, "state" | "find" | "onUndo" | "onRedo" | "onFile" | "onHelp">;

/** Whether it is saved, the way back, and what else there is to the bake. */
export function BakeLinks(p: Links) {
  const { save, line, unkept, coming } = p.state;
  const phone = usePhone();
  return (
    <div className="flex min-h-9 items-center gap-x-3 whitespace-nowrap text-muted">
      <Small disabled={!p.state.canUndo} onClick={p.onUndo}>
        undo
      </Small>
      <Small disabled={!p.state.canRedo} onClick={p.onRedo}>
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
  const { sheet, save, trouble, line, problems } = p.state;
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-0.5 pt-1 tab:w-60 tab:flex-col tab:items-stretch tab:text-right">
      {/* Its place is held until it is known. */}
      {!sheet && <div className="h-[4.5rem] max-tab:flex-1" />}
      {sheet && (
        <div className="min-h-[4.5rem] max-tab:flex-1">
          <p className="text-xl leading-tight font-bold">Start {clockFrom(sheet.day.start, p.now)}</p>
          <p className="text-base leading-snug text-muted">
            eat {clockFrom(sheet.day.eat_low, p.now)} to {clockFrom(sheet.day.eat_high, p.now)}
            <br />
            {duration(sheet.day.hands_min)} with your hands
          </p>
        </div>
      )}
      <div className="flex tab:mt-1 flex-wrap items-center gap-2 tab:justify-end">
        <Button
          look="solid"
          disabled={!sheet || problems.length > 0 || save === "conflict" || p.waits}
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
      {p.waits && !p.starting && (
        <p role="status" className="text-base font-semibold text-crust">
          {p.inHands ? (
            <>
              Started here, kept until the server answers: it runs{" "}
              <Link to={`/hands/${p.inHands}`} className="text-cobalt underline">
                in Hands
              </Link>
              .{" "}
            </>
          ) : (
            "Started here, and its last change not yet worked out: it goes to Hands, with this hour, as soon as the server answers. "
          )}
          <Small onClick={p.onUnstart}>take it back</Small>
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
