import type { BakeEvent, EventMark } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";
import type { Stage } from "../marks/steps";
import type { PanelName } from "./panels";

interface ExtrasProps {
  stage: Stage;
  grows: boolean;
  marked: boolean;
  water: boolean;
  /** Other ways to end what is waited for. */
  choices: BakeEvent["choices"];
  onChoose: (marks: EventMark[]) => void;
  onOpen: (panel: PanelName) => void;
  method: string;
  onUndo: () => void;
  onLid: () => void;
}

/** Other things to say at this step, each large enough for a knuckle. */
export function Extras(p: ExtrasProps) {
  const big = "min-h-14 flex-1 !px-2";
  const u = useUnits();
  return (
    <div className="mt-3 flex flex-wrap gap-2">
      {p.grows && (
        <Button className={big} onClick={() => p.onOpen("risen")}>
          Risen by…
        </Button>
      )}
      {p.grows && (
        <Button className={big} onClick={() => p.onOpen("cues")}>
          {p.stage === "sponge" ? "Torn…" : "Poked…"}
        </Button>
      )}
      {p.grows && (
        <Button className={big} onClick={() => p.onOpen("move")}>
          Moved to…
        </Button>
      )}
      {p.grows && p.stage === "rise" && (
        <Button className={big} onClick={() => p.onOpen("late")}>
          Late or early…
        </Button>
      )}
      {p.stage === "weigh" && p.water && (
        <Button className={big} onClick={() => p.onOpen("water")}>
          Water left…
        </Button>
      )}
      {p.stage === "weigh" && (
        <Button className={big} onClick={() => p.onOpen("added")}>
          Added…
        </Button>
      )}
      {["divide", "wrap"].includes(p.stage) && (
        <Button className={big} onClick={() => p.onOpen("pieces")}>
          Pieces…
        </Button>
      )}
      {p.stage === "rise" && (
        <Button className={big} onClick={() => p.onOpen("dough")}>
          Dough is at…
        </Button>
      )}
      {["rise", "divide", "wrap"].includes(p.stage) && (
        <Button className={big} onClick={() => p.onOpen("filling")}>
          The filling…
        </Button>
      )}
      {p.choices.map((choice) => (
        <Button key={u.text(choice.label)} className={big} onClick={() => p.onChoose(choice.marks)}>
          {u.text(choice.label)}
        </Button>
      ))}
      {p.stage === "divide" && (
        <Button className={big} onClick={() => p.onOpen("weight")}>
          Dough weighs…
        </Button>
      )}
      {(p.stage === "heat" || p.stage === "rest") && (
        <Button className={big} onClick={() => p.onOpen("probe")}>
          Probe says…
        </Button>
      )}
      {p.stage === "heat" && p.method === "oven" && (
        <Button className={big} onClick={() => p.onOpen("oven")}>
          Oven is at…
        </Button>
      )}
      {(p.stage === "heat" || p.stage === "rest") && p.method !== "oven" && (
        <Button className={big} onClick={p.onLid}>
          Lid lifted
        </Button>
      )}
      <Button className={big} disabled={!p.marked} onClick={p.onUndo}>
        Undo
      </Button>
    </div>
  );
}
