import type { Sheet } from "../api/client";
import { useUnits } from "../lib/settings";
import { useOpened } from "../lib/use-opened";
import { Warning } from "../ui/facts";
import { FOLD, FOLD_LARGE } from "../ui/fold";

/** The usual cautions of a step, each named; pressed, they say why. The urgent ones are told before anything else. */
export function Cautions({
  cautions,
  urgent = false,
  large = false,
}: {
  cautions: Sheet["cautions"];
  urgent?: boolean;
  /** Read at arm's length, and pressed with a knuckle. */
  large?: boolean;
}) {
  const u = useUnits();
  const [open, turn] = useOpened("cautions");
  if (cautions.length === 0) return null;
  const of = cautions.map((c) => u.text(c.title)).join("; ");
  const fold = (
    <button
      type="button"
      aria-expanded={open}
      aria-label={`${open ? "Shorter" : "Why"}: ${of}`}
      className={`${large ? FOLD_LARGE : FOLD} text-cobalt`}
      onClick={turn}
    >
      {open ? "shorter" : "why?"}
    </button>
  );
  const looks = urgent
    ? "rounded-2xl border-2 border-crust bg-warm px-3.5 py-2"
    : large
      ? ""
      : "border-t-2 border-inset pt-2";
  return (
    <section aria-label={urgent ? "Mind" : "Cautions"} className={open ? "flex flex-col gap-2" : looks}>
      {cautions.map((c, i) =>
        open ? (
          <Warning key={c.code} title={u.text(c.title)} text={u.text(c.text)} urgent={urgent} large={large} />
        ) : (
          <p key={c.code} className={`leading-snug font-bold not-first:mt-1.5 ${large ? "text-lg" : ""}`}>
            {u.text(c.title)} {i === cautions.length - 1 && fold}
          </p>
        ),
      )}
      {open && fold}
    </section>
  );
}
