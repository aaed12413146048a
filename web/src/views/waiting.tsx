import { useState } from "react";

import { clock } from "../lib/clock";
import { outbox, useOutbox } from "../stores/here";
import type { Posted } from "../stores/posted";
import { copyWords, unsentWords, waitsSince, workWords } from "../stores/unsent";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";

/** What waits, each by its name: sent again, copied, or thrown away, which is asked twice. */
function WhatWaits({ waiting, open, onClose }: { waiting: Posted[]; open: boolean; onClose: () => void }) {
  const [sure, setSure] = useState(false);
  const [copied, setCopied] = useState(false);
  const ids = () => new Set(waiting.map((p) => p.id));
  const close = () => {
    setSure(false);
    setCopied(false);
    onClose();
  };
  const copy = () =>
    navigator.clipboard.writeText(copyWords(waiting)).then(
      () => setCopied(true),
      () => setCopied(false),
    );
  const since = waitsSince(waiting);
  return (
    <Panel
      title="Not sent yet"
      note={`${unsentWords(waiting)}, kept in this browser${since ? ` since ${clock(since)}` : ""}.`}
      open={open}
      onClose={close}
    >
      <ul className="mt-2 max-h-60 overflow-auto">
        {waiting.map((p) => (
          <li key={p.id} className="border-t-2 border-inset py-1.5">
            {workWords(p)}
            {p.refused && <span className="block font-semibold text-crust">{p.refused.message}</span>}
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-col gap-2">
        <Button
          look="solid"
          onClick={() => {
            void outbox.sendAgain(ids());
            close();
          }}
        >
          Send again
        </Button>
        <Button onClick={() => void copy()}>{copied ? "Copied" : "Copy these words"}</Button>
        {sure ? (
          <Button
            look="crust"
            onClick={() => {
              void outbox.giveUp(ids());
              close();
            }}
          >
            Yes: throw away {unsentWords(waiting)}
          </Button>
        ) : (
          <Button look="crust" onClick={() => setSure(true)}>
            Throw it away…
          </Button>
        )}
      </div>
    </Panel>
  );
}

/** A press that opens what waits here; nothing where nothing does. */
export function WaitingHere({ of }: { of?: (posted: Posted) => boolean }) {
  const waiting = useOutbox((state) => (of ? state.waiting.filter(of) : state.waiting));
  const [open, setOpen] = useState(false);
  if (waiting.length === 0) return null;
  return (
    <>
      <Button className="min-h-11" onClick={() => setOpen(true)}>
        What waits
      </Button>
      <WhatWaits waiting={waiting} open={open} onClose={() => setOpen(false)} />
    </>
  );
}

// A bake that was changed elsewhere says so beside itself, where one can choose.
const isRefused = (p: Posted) => p.refused !== undefined && p.work.kind !== "save";

/** What was done here and the server will not have: said on every view until the cook decides. */
export function RefusedNotice() {
  const refused = useOutbox((state) => state.waiting.filter(isRefused));
  const [first] = refused;
  if (!first) return null;
  return (
    <div
      role="alert"
      className="mt-1 flex flex-wrap items-center justify-between gap-3 rounded-xl border-2 border-crust bg-warm px-3 py-1.5 font-semibold"
    >
      <p>
        The server will not take {unsentWords(refused)}: {first.refused?.message}
      </p>
      <WaitingHere of={isRefused} />
    </div>
  );
}
