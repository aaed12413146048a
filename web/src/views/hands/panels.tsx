import { client, take, type BatchOut, type Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { nowIso } from "../../lib/clock";
import { LateOrEarly } from "../../parts/options";
import type { RunStore } from "../../stores/run";
import { Panel } from "../../ui/panel";
import { Cues, MovedTo } from "../marks/cues";
import { RisenBy, TypedReading } from "../marks/readings";
import type { Stage } from "../marks/steps";
import { FillingPanel } from "./filling-panel";

export type PanelName =
  "cues" | "move" | "late" | "risen" | "dough" | "probe" | "weight" | "water" | "filling" | "oven";

type Reading =
  | "risen"
  | "poke"
  | "tear"
  | "room_temperature"
  | "dough_temperature"
  | "probe"
  | "oven"
  | "dough_weight"
  | "water_left";

interface Props {
  /** The panel that is open. */
  panel: PanelName | null;
  stage: Stage;
  batch: BatchOut;
  sheet: Sheet;
  store: RunStore;
  scale: Scale | null;
  onClose: () => void;
}

/** Everything that can be noted beside the step itself. */
export function Panels({ panel, stage, batch, sheet, store, scale, onClose }: Props) {
  const mark = (kind: Reading, on: Stage, value: number) => {
    store.mark([{ kind, stage: on, value }]);
    onClose();
  };
  return (
    <>
      <RisenBy open={panel === "risen"} onClose={onClose} onMark={(v) => mark("risen", stage, v)} />
      <Cues stage={stage} open={panel === "cues"} onClose={onClose} onMark={(kind, v) => mark(kind, stage, v)} />
      <MovedTo
        open={panel === "move"}
        onClose={onClose}
        onMove={(where, celsius) => {
          store.mark([{ kind: "moved", stage: stage, where, ...(celsius !== null && { value: celsius }) }]);
          onClose();
        }}
        onRoom={(celsius) => mark("room_temperature", stage, celsius)}
      />
      <Panel title="Late or early" open={panel === "late"} onClose={onClose}>
        <LateOrEarly
          large
          ask={(question) =>
            take(
              client.GET("/api/batches/{batch_id}/options", {
                params: { path: { batch_id: batch.id }, query: { now: nowIso(), ...question } },
              }),
            )
          }
          onTake={(o) => {
            if (o.move) store.mark([{ kind: "moved", stage: "rise", where: o.move }]);
            onClose();
          }}
        />
      </Panel>
      <TypedReading
        title="The dough is at"
        note="Push the probe into its middle."
        kind="temperature"
        open={panel === "dough"}
        onClose={onClose}
        onMark={(v) => mark("dough_temperature", "rise", v)}
      />
      <TypedReading
        title="The probe says"
        note="In the middle of the thickest piece."
        kind="temperature"
        open={panel === "probe"}
        onClose={onClose}
        onMark={(v) => mark("probe", "heat", v)}
      />
      <TypedReading
        title="The oven is at"
        note="By a thermometer standing in it, not by its dial."
        kind="temperature"
        open={panel === "oven"}
        onClose={onClose}
        onMark={(v) => mark("oven", "heat", v)}
      />
      <FillingPanel sheet={sheet} store={store} open={panel === "filling"} onClose={onClose} />
      <TypedReading
        title="Water left over"
        note="What the dough did not need. Your flour is remembered by it."
        kind="mass"
        open={panel === "water"}
        onClose={onClose}
        onMark={(v) => mark("water_left", "weigh", v)}
      />
      <TypedReading
        title="The whole dough weighs"
        note="Turned out of its bowl."
        kind="mass"
        offered={scale?.settled && (scale.grams ?? 0) >= 10 ? scale.grams : null}
        open={panel === "weight"}
        onClose={onClose}
        onMark={(v) => mark("dough_weight", "divide", v)}
      />
    </>
  );
}
