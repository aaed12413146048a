import { Suspense, useId, type ReactNode } from "react";

import { Guarded } from "../lib/guarded";
import { setOpened, useWhichOpened } from "../lib/use-opened";

/** Something one press away: what it is called on its handle, and what is in it. */
export interface Drawer {
  key: string;
  name: string;
  content: ReactNode;
}

/** The drawer whatever shows it is named by, for what opens it from elsewhere. */
export const drawerId = (of: string, key: string) => `drawer-${of}-${key}`;

/** What stands behind the first glance: a row of handles, and beneath it what was pulled out, in the same order. */
export function Drawers(props: { of: string; drawers: Drawer[]; note: string; retryWith: unknown[]; label?: string }) {
  const { of, drawers, note, retryWith, label = "More of this step" } = props;
  const own = useId();
  const open = useWhichOpened(drawers.map((d) => `${of}.${d.key}`));
  return (
    <>
      <div role="group" aria-label={label} className="grid grid-cols-2 gap-2 tab:flex tab:flex-wrap">
        {drawers.map((d, i) => (
          <button
            key={d.key}
            type="button"
            aria-expanded={open[i]}
            aria-controls={open[i] ? drawerId(of, d.key) : undefined}
            className="min-h-11 rounded-xl border-2 border-rim px-3 leading-tight font-semibold tab:px-3.5 text-cobalt hover:border-cobalt aria-expanded:border-cobalt aria-expanded:bg-inset"
            onClick={() => setOpened(`${of}.${d.key}`, !open[i])}
          >
            {d.name}
          </button>
        ))}
      </div>
      {drawers.map(
        (d, i) =>
          open[i] && (
            <section
              key={d.key}
              id={drawerId(of, d.key)}
              tabIndex={-1}
              aria-labelledby={`${own}-${d.key}`}
              className="scroll-mt-16 border-t-2 border-inset pt-3"
            >
              <h3 id={`${own}-${d.key}`} className="mb-2 flex items-baseline justify-between gap-4 text-xl font-bold">
                {d.name}
                <button
                  type="button"
                  className="min-h-6 text-base font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
                  onClick={() => setOpened(`${of}.${d.key}`, false)}
                >
                  put away
                </button>
              </h3>
              <Guarded what={d.name} note={note} retryWith={retryWith}>
                <Suspense fallback={<p className="text-muted">Opening…</p>}>{d.content}</Suspense>
              </Guarded>
            </section>
          ),
      )}
    </>
  );
}
