import type { Bake, HeatTray } from "../api/client";
import { setAt } from "../lib/path";
import { Choice } from "../ui/choice";
import { Minutes } from "./minutes";
import { QUIET, type Editing, type Path } from "./quantity";

type Heat = Bake["heat"];

const ON = [
  { value: "tray" as const, label: "a light tray" },
  { value: "dark_tray" as const, label: "a dark tray", note: "browns the base sooner" },
  { value: "stone" as const, label: "a hot stone", note: "45 min to heat through; a crisp base" },
  { value: "steel" as const, label: "a hot steel", note: "as a stone, and quicker still" },
  { value: "rack" as const, label: "the bare rack", note: "air and glow from all sides" },
];
const SHELF = [
  { value: "upper" as const, label: "upper", note: "more colour on top" },
  { value: "middle" as const, label: "middle", note: "even" },
  { value: "lower" as const, label: "lower", note: "for a stone, or a deep pie" },
];
const FROM = [
  { value: "proofed" as const, label: "as proofed" },
  { value: "fridge" as const, label: "from the fridge", note: "kept cold since their proof" },
  { value: "frozen" as const, label: "from the freezer", note: "frozen once proofed, not thawed" },
];
const LATER = [
  { value: "bench" as const, label: "wait on the bench" },
  { value: "fridge" as const, label: "wait in the fridge", note: "they grow less, and need longer" },
  { value: "staggered" as const, label: "are wrapped later" },
];
const CRUST = [
  { value: "either" as const, label: "as it comes" },
  { value: "soft" as const, label: "soft", note: "milk or egg, 163 to 190 °C, butter and a cloth after" },
  { value: "hard" as const, label: "hard", note: "mist and flour, 200 to 220 °C, steam at first" },
];

/** The wash, each with when it is golden here. */
const washes = (heat: HeatTray) =>
  heat.washes.map((w) => ({
    value: w.key as NonNullable<Heat["wash"]>,
    label: w.label,
    note: `${w.note}; ${w.golden_min === null ? "stays pale" : `golden at ${Math.round(w.golden_min)} min, ${w.colour} when out`}`,
  }));

function OvenWords({
  heat,
  sheetHeat,
  put,
  lid,
  ...e
}: Editing & { heat: Heat; sheetHeat: HeatTray; put: (field: keyof Heat, value: unknown) => void; lid: Path }) {
  return (
    <>
      ; on{" "}
      <Choice
        label="Stands on"
        value={heat.on ?? "tray"}
        className={QUIET}
        options={ON}
        onChoose={(v) => put("on", v)}
      />
      ,{" "}
      <Choice
        label="Shelf"
        value={heat.shelf ?? "middle"}
        className={QUIET}
        options={SHELF}
        onChoose={(v) => put("shelf", v)}
      />{" "}
      shelf, fan{" "}
      <Choice
        label="Fan"
        value={heat.fan ? "on" : "off"}
        className={QUIET}
        onChoose={(v) => put("fan", v === "on")}
        options={[
          { value: "off", label: "off" },
          { value: "on", label: "on", note: "as 20 °C hotter" },
        ]}
      />
      ; brushed with{" "}
      <Choice
        label="Wash"
        value={heat.wash ?? "none"}
        className={QUIET}
        onChoose={(v) => put("wash", v)}
        options={washes(sheetHeat)}
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
      ; crust wanted{" "}
      <Choice
        label="Crust wanted"
        value={heat.crust ?? "either"}
        className={QUIET}
        options={CRUST}
        onChoose={(v) => put("crust", v === "either" ? undefined : v)}
      />
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
        options={[
          {
            value: "covered",
            label: heat.method === "oven" ? "under a cloth" : "under the lid",
            note: "hotter for longer, softer",
          },
          { value: "open", label: "open", note: "5 to 8 °C less in the middle" },
        ]}
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
            options={[
              { value: "dry", label: "dry, lid on, turned", note: "2 to 3 min a side" },
              { value: "seared", label: "seared, then water and the lid", note: "3 min, then 50 ml" },
            ]}
          />
        </>
      )}
      ; they come{" "}
      <Choice
        label={`They come${of}`}
        value={heat.from ?? "proofed"}
        className={QUIET}
        options={FROM}
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
            options={LATER}
            onChoose={(v) => put("later_loads", v)}
          />
        </>
      )}
      .
    </>
  );
}
