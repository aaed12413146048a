import { useState, type ReactNode } from "react";

import type { Doubt } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { Panel } from "../../ui/panel";

interface Props {
  asked: Doubt[];
  /** What each kind of doubt is called. */
  called: Record<string, string>;
  children: ReactNode;
}

/** On a phone: what is asked, in a line above the trays; the questions themselves come up from there. */
export function AskedBelow({ asked, called, children }: Props) {
  const u = useUnits();
  const [open, setOpen] = useState(false);
  const [first] = asked;
  if (!first) return null;
  const title = asked.length === 1 ? called[first.severity] : `${asked.length} questions`;
  return (
    <>
      <button
        type="button"
        data-asked
        aria-label={`${title}: ${u.text(first.title)}`}
        className="fixed inset-x-0 bottom-[4.15rem] z-20 flex min-h-11 items-center gap-3 border-t-2 border-crust bg-warm px-4 text-left"
        onClick={() => setOpen(true)}
      >
        <strong className="shrink-0 text-crust">{title}</strong>
        <span className="truncate font-semibold">{u.text(first.title)}</span>
      </button>
      <Panel title={title ?? ""} open={open} onClose={() => setOpen(false)}>
        <div className="mt-3 flex flex-col gap-2.5">{children}</div>
      </Panel>
    </>
  );
}
