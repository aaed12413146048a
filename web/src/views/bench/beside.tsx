import { memo } from "react";

import type { Answer, Doubt, Sheet } from "../../api/client";
import { Guarded } from "../../lib/guarded";
import { Cautions } from "../../parts/cautions";
import { RecipeSaid } from "../../parts/recipe-says";
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
  return (
    <>
      <Cautions cautions={cautions.filter((c) => c.urgent)} urgent />
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
