import type { Bake, HeatTray } from "../api/client";
import { setAt } from "../lib/path";
import { Choice } from "../ui/choice";
import { Minutes } from "./minutes";
import { Quantity, QUIET, type Editing, type Path } from "./quantity";
import { useUnits } from "../lib/settings";
import { useHeatChoices } from "../api/heat-choices";

type Heat = Bake["heat"];

/** The wash, each with when it is golden here. */
const washes = (heat: HeatTray, u: ReturnType<typeof useUnits>) =>
  heat.washes.map((w) => ({
    value: w.key as NonNullable<Heat["wash"]>,
    label: u.text(w.label),
    note: `${u.text(w.note)}; ${w.golden_min === null ? "stays pale" : `golden at ${Math.round(w.golden_min)} min, ${w.colour} when out`}`,
  }));

function OvenWords({
  heat,
  sheetHeat,
  put,
  lid,
  ...e
}: Editing & { heat: Heat; sheetHeat: HeatTray; put: (field: keyof Heat, value: unknown) => void; lid: Path }) {
  const u = useUnits();
  const choices = useHeatChoices();
  return (
    <>
      ; on{" "}
      <Choice
        label="Stands on"
        value={heat.on ?? "tray"}
        className={QUIET}
        options={choices("on")}
        onChoose={(v) => put("on", v)}
      />
      ,{" "}
      <Choice
        label="Shelf"
        value={heat.shelf ?? "middle"}
        className={QUIET}
        options={choices("shelf")}
        onChoose={(v) => put("shelf", v)}
      />{" "}
      shelf, fan{" "}
      <Choice
        label="Fan"
        value={heat.fan ? "on" : "off"}
        className={QUIET}
        onChoose={(v) => put("fan", v === "on")}
        options={choices("fan")}
      />
      ; brushed with{" "}
      <Choice
        label="Wash"
        value={heat.wash ?? "none"}
        className={QUIET}
        onChoose={(v) => put("wash", v)}
        options={washes(sheetHeat, u)}
      />
      ;{" "}
      <Choice
        label="Steam in the oven"
        value={heat.steam_pan ? "pan" : heat.lid ? "lid" : "none"}
        className={QUIET}
        onChoose={(v) =>
          e.edit(
            setAt(
              setAt(e.document, [...lid.slice(0, -1), "steam_pan"], v === "pan"),
              lid,
              v === "lid" ? "15 min" : null,
            ),
          )
        }
        options={[
          { value: "none", label: "dry" },
          { value: "pan", label: "a pan of boiling water for 10 min", note: "the crust sets later" },
          { value: "lid", label: "under a lid at first" },
        ]}
      />
      {heat.lid && (
        <>
          {" "}
          for <Minutes {...e} label="Under the lid" path={lid} text={heat.lid} />
        </>
      )}
      ; <Later {...e} heat={heat} put={put} then={[...lid.slice(0, -1), "then"]} />; crust wanted{" "}
      <Choice
        label="Crust wanted"
        value={heat.crust ?? "either"}
        className={QUIET}
        options={choices("crust")}
        onChoose={(v) => put("crust", v === "either" ? undefined : v)}
      />
    </>
  );
}

/** The oven set otherwise after a while: two phases of one bake. */
function Later({
  heat,
  put,
  then,
  ...e
}: Editing & { heat: Heat; put: (field: keyof Heat, v: unknown) => void; then: Path }) {
  const choices = useHeatChoices();
  const later = heat.then;
  const started = { after: "8 min", temperature: heat.temperature, fan: true, shelf: heat.shelf ?? "middle" };
  return (
    <>
      <Choice
        label="Changed after a while"
        value={later ? "changed" : "same"}
        className={QUIET}
        onChoose={(v) => put("then", v === "changed" ? started : undefined)}
        options={[
          { value: "same", label: "and stays so" },
          { value: "changed", label: "and is changed", note: "fan, shelf or temperature for the rest of the bake" },
        ]}
      />
      {later && (
        <>
          {" "}
          after <Minutes {...e} label="Changed after" path={[...then, "after"]} text={later.after} /> to{" "}
          <Quantity
            {...e}
            label="Temperature then"
            kind="temperature"
            path={[...then, "temperature"]}
            text={later.temperature ?? heat.temperature ?? "190 C"}
          />
          , fan{" "}
          <Choice
            label="Fan then"
            value={later.fan ? "on" : "off"}
            className={QUIET}
            options={choices("fan")}
            onChoose={(v) => e.edit(setAt(e.document, [...then, "fan"], v === "on"))}
          />
          ,{" "}
          <Choice
            label="Shelf then"
            value={later.shelf ?? "middle"}
            className={QUIET}
            options={choices("shelf")}
            onChoose={(v) => e.edit(setAt(e.document, [...then, "shelf"], v))}
          />{" "}
          shelf
        </>
      )}
    </>
  );
}

/** One heat in a sentence: how long, on what, from where. path: where it is written. */
export function HeatSentence({
  path,
  heat,
  sheetHeat,
  name,
  ...e
}: Editing & { path: Path; heat: Heat; sheetHeat: HeatTray; name?: string | undefined }) {
  const choices = useHeatChoices();
  const of = name ? ` of ${name}` : "";
  const put = (field: keyof Heat, value: unknown) => {
    const next = { ...heat, [field]: value };
    if (value === undefined) delete next[field];
    e.edit(setAt(e.document, path, next));
  };
  return (
    <>
      {name && <strong>{name}: </strong>}For{" "}
      <Choice
        label={`Time in the heat${of}`}
        value={heat.minutes ? "stated" : "needed"}
        className={QUIET}
        onChoose={(v) => put("minutes", v === "stated" ? "15 min" : null)}
        options={[
          { value: "needed", label: "as long as it needs" },
          { value: "stated", label: "a stated time", note: "what the recipe says; it is checked" },
        ]}
      />
      {heat.minutes && (
        <>
          {" "}
          <Minutes {...e} label={`Stated minutes${of}`} path={[...path, "minutes"]} text={heat.minutes} />
        </>
      )}
      , then rest <Minutes {...e} label={`Rest${of}`} path={[...path, "rest"]} text={heat.rest} />{" "}
      <Choice
        label={`Rest under cover${of}`}
        value={(heat.covered ?? heat.method === "steam") ? "covered" : "open"}
        className={QUIET}
        onChoose={(v) => put("covered", v === "covered")}
        options={choices("rest").map((o) =>
          o.value === "covered" ? { ...o, label: heat.method === "oven" ? "under a cloth" : "under the lid" } : o,
        )}
      />
      {heat.method === "oven" && (
        <OvenWords {...e} heat={heat} sheetHeat={sheetHeat} put={put} lid={[...path, "lid"]} />
      )}
      {heat.method === "pan" && (
        <>
          ;{" "}
          <Choice
            label={`In the pan${of}`}
            value={heat.seared ? "seared" : "dry"}
            className={QUIET}
            onChoose={(v) => put("seared", v === "seared")}
            options={choices("pan")}
          />
        </>
      )}
      ; set{" "}
      <Choice
        label={`Set${of}`}
        value={heat.touching ? "touching" : "apart"}
        className={QUIET}
        options={[
          { value: "apart", label: "apart", note: "room to grow on every side" },
          { value: "touching", label: "touching", note: "a ring, a flower or a full tin: they bake into one" },
        ]}
        onChoose={(v) => put("touching", v === "touching")}
      />
      {heat.method !== "pan" && (
        <>
          {" "}
          on{" "}
          <Choice
            label={`Under them${of}`}
            value={heat.liner ?? "paper"}
            className={QUIET}
            options={choices("liner")}
            onChoose={(v) => put("liner", v)}
          />
        </>
      )}
      ; they come{" "}
      <Choice
        label={`They come${of}`}
        value={heat.from ?? "proofed"}
        className={QUIET}
        options={choices("from")}
        onChoose={(v) => put("from", v)}
      />
      {(heat.from ?? "proofed") !== "proofed" && (
        <>
          {" "}
          after{" "}
          <Minutes {...e} label={`Kept cold for${of}`} path={[...path, "cold_for"]} text={heat.cold_for ?? "12 h"} />
        </>
      )}
      {sheetHeat.loads > 1 && (
        <>
          ; later loads{" "}
          <Choice
            label={`Later loads${of}`}
            value={heat.later_loads ?? "bench"}
            className={QUIET}
            options={choices("later_loads")}
            onChoose={(v) => put("later_loads", v)}
          />
        </>
      )}
    </>
  );
}
