import type { Answer, Doubt } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";

const WORDS: Record<string, string> = { stop: "Will not work as written", ask: "A question", note: "Worth knowing" };

/** The tool's questions for this tray, each answered with one press. */
export function Doubts({
  doubts,
  elsewhere,
  onOpen,
  onAnswer,
}: {
  doubts: Doubt[];
  elsewhere: Doubt[];
  onOpen: (tray: string) => void;
  onAnswer: (doubt: Doubt, answer: Answer) => void;
}) {
  const u = useUnits();
  return (
    <section aria-label="Doubts" className="flex flex-col gap-3">
      {doubts.map((d) => (
        <article
          key={d.code}
          className={`rounded-2xl border-2 p-3.5 ${d.severity === "note" ? "border-rim bg-inset" : "border-crust bg-warm"}`}
        >
          <p className={`text-sm font-bold ${d.severity === "note" ? "text-muted" : "text-crust"}`}>
            {WORDS[d.severity]}
          </p>
          <h3 className="text-[1.06rem] leading-snug font-bold">{u.text(d.title)}</h3>
          <p className="mt-1 text-[0.95rem] leading-snug">{u.text(d.reason)}</p>
          {d.source.length > 0 && <p className="mt-1 text-sm text-muted">from {u.text(d.source)}</p>}
          <div className="mt-2.5 flex flex-wrap items-center gap-x-3 gap-y-1">
            {d.answers.map((a, i) => (
              <Button
                key={u.text(a.label)}
                look={a.changes.length === 0 ? "bare" : i === 0 ? "crust" : "rim"}
                className={a.changes.length === 0 ? "!px-1" : "!px-3"}
                onClick={() => onAnswer(d, a)}
              >
                {u.text(a.label)}
              </Button>
            ))}
          </div>
        </article>
      ))}
      {doubts.length === 0 && <p className="text-[0.95rem] text-muted">No doubts about this step.</p>}
      {elsewhere.length > 0 && (
        <div>
          <p className="text-sm text-muted">On other trays:</p>
          <ul>
            {elsewhere.map((d) => (
              <li key={d.code}>
                <button
                  type="button"
                  className="py-0.5 text-left text-[0.95rem] leading-snug font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-3"
                  onClick={() => onOpen(d.tray)}
                >
                  {d.tray[0]?.toUpperCase()}
                  {d.tray.slice(1)}: {u.text(d.title)}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
