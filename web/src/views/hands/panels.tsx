import { useState } from "react";

import { client, take, type BakeEvent, type BatchOut, type Sheet } from "../../api/client";
import type { Scale } from "../../api/scale";
import { nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { LateOrEarly } from "../../parts/options";
import type { RunStore } from "../../stores/run";
import { Button } from "../../ui/button";
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
  /** The loads in the heat now. */
  loads: BakeEvent[];
  onClose: () => void;
}

/** Everything that can be noted beside the step itself. */
export function Panels({ panel, stage, batch, sheet, store, scale, loads, onClose }: Props) {
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
      <ProbeSays loads={loads} sheet={sheet} store={store} open={panel === "probe"} onClose={onClose} />
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

type ProbeProps = Pick<Props, "loads" | "sheet" | "store" | "onClose"> & { open: boolean };

/** A reading belongs to the load it was taken of, and to the place of its tip: a second place confirms the first. */
function ProbeSays({ loads, sheet, store, open, onClose }: ProbeProps) {
  const u = useUnits();
  const [chosen, setChosen] = useState("");
  const [elsewhere, setElsewhere] = useState(true);
  const load = loads.find((e) => e.load === chosen) ?? loads[0];
  const again = [sheet.heat, ...sheet.more_heats].some((heat) => heat.marks.length > 0);
  return (
    <TypedReading
      title="The probe says"
      note="Push the tip into the middle of the largest piece, not against the pan."
      kind="temperature"
      open={open}
      onClose={onClose}
      asked={
        <>
          {loads.length > 1 && (
            <Either
              name="Which load"
              choices={loads.map((e) => ({ key: e.load, words: u.text(e.label), chosen: e.load === load?.load }))}
              onChoose={setChosen}
            />
          )}
          {again && (
            <Either
              name="Where the tip is"
              choices={[
                { key: "another", words: "In another piece", chosen: elsewhere },
                { key: "same", words: "Where it was", chosen: !elsewhere },
              ]}
              onChoose={(key) => setElsewhere(key === "another")}
            />
          )}
        </>
      }
      onMark={(value) => {
        const where = again && elsewhere ? { where: "elsewhere" } : {};
        store.mark([{ kind: "probe", stage: "heat", value, event: load?.load ?? "", ...where }]);
        onClose();
      }}
    />
  );
}

interface EitherProps {
  name: string;
  choices: { key: string; words: string; chosen: boolean }[];
  onChoose: (key: string) => void;
}

/** One of a few, in buttons a knuckle can press. */
function Either({ name, choices, onChoose }: EitherProps) {
  return (
    <div role="group" aria-label={name} className="mt-3 flex flex-wrap gap-2">
      {choices.map((choice) => (
        <Button
          key={choice.key}
          look={choice.chosen ? "solid" : "rim"}
          aria-pressed={choice.chosen}
          className="min-h-14"
          onClick={() => onChoose(choice.key)}
        >
          {choice.words}
        </Button>
      ))}
    </div>
  );
}
