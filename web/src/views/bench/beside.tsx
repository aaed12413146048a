import { memo } from "react";

import type { Answer, Doubt, Sheet } from "../../api/client";
import { Guarded } from "../../lib/guarded";
import { useUnits } from "../../lib/settings";
import { useOpened } from "../../lib/use-opened";
import { RecipeSaid } from "../../parts/recipe-says";
import { Warning } from "../../ui/facts";
import { FOLD } from "../../ui/fold";
import { Doubts } from "./doubts";
import type { TrayKey } from "./tray-list";

interface Props {
  sheet: Sheet;
  tray: TrayKey;
  onOpen: (tray: string) => void;
  onAnswer: (doubt: Doubt, answer: Answer) => void;
  onTake: (answer: Answer) => void;
}

const BESIDE = "Everything beside it goes on, and your edits are kept.";

/** What is open about a step: its questions, its cautions, and what the recipe says of it. */
export const Beside = memo(({ sheet, tray, onOpen, onAnswer, onTake }: Props) => {
  const here = sheet.doubts.filter((d) => d.tray === tray || d.tray === "day");
  const cautions = sheet.cautions.filter((c) => c.tray === tray);
  // What is asked in so many words is not said twice.
  const asked = here.some((d) => d.code === "stands_warm");
  return (
    <>
      <Cautions cautions={cautions.filter((c) => c.urgent && !(asked && c.code === "standing"))} urgent />
      <Guarded what="What is doubtful here" note={BESIDE} retryWith={[sheet, tray]}>
        <Doubts
          doubts={here}
          elsewhere={sheet.doubts.filter((d) => !here.includes(d))}
          onOpen={onOpen}
          onAnswer={onAnswer}
        />
      </Guarded>
      <Guarded what="What the recipe says" note={BESIDE} retryWith={[sheet, tray]}>
        <RecipeSaid stated={sheet.stated.filter((one) => one.tray === tray)} onTake={onTake} />
      </Guarded>
      <Cautions cautions={cautions.filter((c) => !c.urgent)} />
    </>
  );
});

/** The usual cautions of a step, each named; pressed, they say why. The urgent ones are told before anything else. */
function Cautions({ cautions, urgent = false }: { cautions: Sheet["cautions"]; urgent?: boolean }) {
  const u = useUnits();
  const [open, turn] = useOpened("cautions");
  if (cautions.length === 0) return null;
  const of = cautions.map((c) => u.text(c.title)).join("; ");
  const fold = (
    <button
      type="button"
      aria-expanded={open}
      aria-label={`${open ? "Shorter" : "Why"}: ${of}`}
      className={`${FOLD} text-cobalt`}
      onClick={turn}
    >
      {open ? "shorter" : "why?"}
    </button>
  );
  const looks = urgent ? "rounded-2xl border-2 border-crust bg-warm px-3.5 py-2" : "border-t-2 border-inset pt-2";
  return (
    <section aria-label={urgent ? "Mind" : "Cautions"} className={open ? "flex flex-col gap-2" : looks}>
      {cautions.map((c, i) =>
        open ? (
          <Warning key={c.code} title={u.text(c.title)} text={u.text(c.text)} urgent={urgent} />
        ) : (
          <p key={c.code} className="leading-snug font-bold not-first:mt-1.5">
            {u.text(c.title)} {i === cautions.length - 1 && fold}
          </p>
        ),
      )}
      {open && fold}
    </section>
  );
}
