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
  | "cues"
  | "move"
  | "late"
  | "risen"
  | "dough"
  | "probe"
  | "weight"
  | "water"
  | "added"
  | "pieces"
  | "filling"
  | "oven"
  | "wrong";

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
      <Added store={store} open={panel === "added"} onClose={onClose} />
      <PiecesNow sheet={sheet} store={store} stage={stage} open={panel === "pieces"} onClose={onClose} />
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

type Beside = Pick<Props, "store" | "onClose"> & { open: boolean };

/** What was kneaded in besides: the formula, the size of the pieces and all hours move with it. */
function Added({ store, open, onClose }: Beside) {
  const [what, setWhat] = useState<"flour" | "water">("flour");
  return (
    <TypedReading
      title={what === "flour" ? "Flour added" : "Water added"}
      note="What you worked in while kneading, beyond the recipe."
      kind="mass"
      open={open}
      onClose={onClose}
      asked={
        <Either
          name="What was added"
          choices={[
            { key: "flour", words: "Flour", chosen: what === "flour" },
            { key: "water", words: "Water", chosen: what === "water" },
          ]}
          onChoose={(key) => setWhat(key === "water" ? "water" : "flour")}
        />
      }
      onMark={(value) => {
        store.mark([{ kind: what === "flour" ? "flour_added" : "water_added", stage: "weigh", value }]);
        onClose();
      }}
    />
  );
}

/** How many pieces there really are: one fell on the floor, or two more were cut. */
function PiecesNow({ sheet, store, stage, open, onClose }: Beside & Pick<Props, "sheet" | "stage">) {
  const u = useUnits();
  const [chosen, setChosen] = useState(0);
  const several = sheet.groups.length > 1;
  return (
    <TypedReading
      title="How many pieces there are"
      note={`Planned: ${sheet.groups.map((g) => `${g.pieces}${several ? ` ${u.text(g.name)}` : ""}`).join(", ")}.`}
      kind="count"
      open={open}
      onClose={onClose}
      asked={
        several && (
          <Either
            name="Which of them"
            choices={sheet.groups.map((g, i) => ({ key: String(i), words: u.text(g.name), chosen: i === chosen }))}
            onChoose={(key) => setChosen(Number(key))}
          />
        )
      }
      onMark={(value) => {
        store.mark([{ kind: "pieces", stage, value, where: String(chosen + 1) }]);
        onClose();
      }}
    />
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
