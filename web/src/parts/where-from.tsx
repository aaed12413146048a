import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";

import type { WhereFrom } from "../api/client";
import { Asking, type FigureKey } from "../lib/asking";
import { useUnits } from "../lib/settings";
import { Button } from "../ui/button";
import { Panel } from "../ui/panel";

/** What is in the panel: the formula, what drives the figure, the strongest first, and its constants. */
function Told({ found }: { found: WhereFrom }) {
  const u = useUnits();
  return (
    <div className="mt-3 flex flex-col gap-4">
      <p className="text-3xl leading-none font-extrabold text-cobalt">{u.text(found.figure)}</p>
      <p>{u.text(found.formula)}</p>
      {found.drives.length > 0 && (
        <section aria-label="What drives it">
          <h3 className="font-bold">What drives it</h3>
          {found.most.length > 0 && <p className="text-muted">Most of its doubt is from {u.text(found.most)}.</p>}
          <ul>
            {found.drives.map((d) => (
              <li key={u.text(d.name)} className="border-t-2 border-inset py-1.5">
                <p className="flex items-baseline justify-between gap-3">
                  <span>{u.text(d.name)}</span>
                  <strong className="text-right whitespace-nowrap">
                    {u.text(d.stands)} <span className="font-normal text-muted">± {u.text(d.doubt)}</span>
                  </strong>
                </p>
                <span className="my-1 block h-1.5 w-full rounded bg-rim">
                  <span className="block h-full rounded bg-cobalt" style={{ width: `${Math.round(100 * d.share)}%` }} />
                </span>
                <p className="text-base text-muted">
                  {u.text(d.known)}; {u.text(d.doubt)} more: {u.text(d.effect)}
                </p>
              </li>
            ))}
          </ul>
        </section>
      )}
      {found.constants.length > 0 && (
        <section aria-label="Constants">
          <h3 className="font-bold">Constants in it</h3>
          <ul>
            {found.constants.map((c) => (
              <li key={u.text(c.name)} className="border-t-2 border-inset py-1">
                {u.text(c.name)}: <strong>{u.text(c.stands)}</strong>
                <span className="block text-base text-muted">
                  {u.text(c.kind)}: {u.text(c.source)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

interface Props {
  /** Asks the server; the figure is of the draft as it stands. */
  ask: (figure: FigureKey) => Promise<WhereFrom>;
  children: ReactNode;
}

/** Lets every figure in it be asked where it is from. */
export function AskAnyFigure({ ask, children }: Props) {
  const u = useUnits();
  const [figure, setFigure] = useState<FigureKey | null>(null);
  const found = useQuery({
    queryKey: ["where-from", figure],
    queryFn: () => ask(figure as FigureKey),
    enabled: figure !== null,
    gcTime: 0,
    staleTime: 0,
    retry: false,
  });
  return (
    <Asking value={setFigure}>
      {children}
      <Panel
        title={found.data ? u.text(found.data.title) : "Where is this from?"}
        open={figure !== null}
        onClose={() => setFigure(null)}
      >
        {found.isPending && <p className="mt-3 text-muted">Working it out…</p>}
        {found.isError && (
          <p role="alert" className="mt-3 font-semibold text-crust">
            {found.error.message}
          </p>
        )}
        {found.data && <Told found={found.data} />}
        <Button className="mt-4" onClick={() => setFigure(null)}>
          Close
        </Button>
      </Panel>
    </Asking>
  );
}
