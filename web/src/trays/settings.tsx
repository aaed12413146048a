import type { ReactNode } from "react";

import { setAt } from "../lib/path";
import { Amount } from "../ui/amount";
import { Choice } from "../ui/choice";
import { Quantity, type Editing, type Path } from "./quantity";

const QUIET = "rounded border-b-2 border-cobalt font-bold text-cobalt";

/** A plain number of the bake, such as how far the dough should rise. */
function Times(p: Editing & { label: string; path: Path; value: number; step: number }) {
  const put = (typed: string, preview: boolean) => {
    const value = Number(typed.replace(",", "."));
    p.edit(setAt(p.document, p.path, Number.isFinite(value) && typed.trim() !== "" ? value : typed), preview);
  };
  const invalid = p.problems.some((q) => q.where === p.path.join("."));
  return <Amount label={p.label} shown={String(p.value)} step={p.step} largeStep={0.5} invalid={invalid} onCommit={(t) => put(t, false)} onPreview={(t) => put(t, true)} />;
}

/** A duration of the bake, typed with or without its unit. */
function Minutes(p: Editing & { label: string; path: Path; text: string }) {
  const put = (typed: string, preview: boolean) => p.edit(setAt(p.document, p.path, /[a-zA-Z]/.test(typed) || !typed.trim() ? typed : `${typed.trim()} min`), preview);
  const plain = /^\s*(\d+(?:[.,]\d+)?)\s*min\s*$/.exec(p.text)?.[1];
  const invalid = p.problems.some((q) => q.where === p.path.join("."));
  return <Amount label={p.label} shown={plain ?? p.text} {...(plain ? { unit: "min" } : {})} step={1} largeStep={5} invalid={invalid} onCommit={(t) => put(t, false)} onPreview={(t) => put(t, true)} />;
}

function Place(p: Editing & { label: string; path: Path; air: string | null | undefined; room: number }) {
  const choose = (next: "room" | "spot") => p.edit(setAt(p.document, p.path, next === "room" ? null : "30 C"));
  return (
    <>
      <Choice label={p.label} value={p.air ? "spot" : "room"} onChoose={choose} className={QUIET}
        options={[{ value: "room", label: "on the bench", note: "as warm as the kitchen" }, { value: "spot", label: "in a warm spot", note: "an oven with its light on, over warm water" }]} />
      {p.air && (
        <>
          {" at "}
          <Quantity {...p} label={`${p.label}, temperature`} kind="temperature" path={p.path} text={p.air} />
        </>
      )}
    </>
  );
}

/** What can be changed about this tray, in a sentence of its own. */
export function TraySettings({ tray, room, ...e }: Editing & { tray: string; room: number }) {
  const d = e.document;
  const line = (children: ReactNode) => <p className="mt-3 border-t-2 border-inset pt-2 leading-[2.1] text-muted [--chip:var(--inset)]">{children}</p>;
  if (tray === "weigh")
    return line(
      <>
        Yeast{" "}
        <Choice label="Yeast" value={d.dough.yeast_woken ? "woken" : "straight"} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["dough", "yeast_woken"], v === "woken"))}
          options={[{ value: "straight", label: "straight into the flour" }, { value: "woken", label: "woken in warm liquid first", note: "38 to 43 °C with a little sugar, 5 to 15 min; no foam: stop" }]} />
        . Kneaded{" "}
        <Choice label="Kneaded" value={d.dough.kneading ?? "hand"} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["dough", "kneading"], v))}
          options={[{ value: "hand", label: "by hand", note: "8 to 12 min" }, { value: "machine", label: "by machine", note: "5 to 10 min; warms the dough" }, { value: "none", label: "not at all", note: "mixed until no dry flour is left; best left cold overnight" }]} />
        . Dough after that{" "}
        <Choice label="Dough temperature" value={d.dough.start_temperature ? "measured" : "predicted"} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["dough", "start_temperature"], v === "measured" ? "26 C" : null))}
          options={[{ value: "predicted", label: "not measured" }, { value: "measured", label: "measured", note: "narrows the rise more than anything else" }]} />
        {d.dough.start_temperature && (
          <>
            {" at "}
            <Quantity {...e} label="Dough temperature, measured" kind="temperature" path={["dough", "start_temperature"]} text={d.dough.start_temperature} />
          </>
        )}
        .
      </>,
    );
  if (tray === "rise")
    return line(
      <>
        To <Times {...e} label="Rise to" path={["rise", "to"]} value={d.rise.to} step={0.1} /> times its size, <Place {...e} label="Where it rises" path={["rise", "air"]} air={d.rise.air} room={room} />.
      </>,
    );
  if (tray === "wrap")
    return line(
      <>
        Filling{" "}
        <Choice label="State of the filling" value={d.filling.state} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["filling", "state"], v))}
          options={[{ value: "raw", label: "raw" }, { value: "part-cooked", label: "part-cooked" }, { value: "cooked", label: "cooked" }]} />
        , at <Quantity {...e} label="Filling temperature" kind="temperature" path={["filling", "temperature"]} text={d.filling.temperature} /> when wrapped; made in <Minutes {...e} label="Time to make the filling" path={["filling", "hands_on"]} text={d.filling.hands_on} />,
        cooled for <Minutes {...e} label="Time to cool the filling" path={["filling", "cooling"]} text={d.filling.cooling} />.
      </>,
    );
  if (tray === "proof")
    return line(
      <>
        To <Times {...e} label="Proof to" path={["proof", "to"]} value={d.proof.to} step={0.05} /> times the size as wrapped, <Place {...e} label="Where they proof" path={["proof", "air"]} air={d.proof.air} room={room} />.
      </>,
    );
  if (tray === "heat")
    return line(
      <>
        For{" "}
        <Choice label="Time in the heat" value={d.heat.minutes ? "stated" : "needed"} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["heat", "minutes"], v === "stated" ? "15 min" : null))}
          options={[{ value: "needed", label: "as long as it needs" }, { value: "stated", label: "a stated time", note: "what the recipe says; it is checked" }]} />
        {d.heat.minutes && (
          <>
            {" "}
            <Minutes {...e} label="Stated minutes" path={["heat", "minutes"]} text={d.heat.minutes} />
          </>
        )}
        , then rest <Minutes {...e} label="Rest" path={["heat", "rest"]} text={d.heat.rest} />
        {d.heat.method === "oven" && (
          <>
            ; brushed with{" "}
            <Choice label="Wash" value={d.heat.wash ?? "none"} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["heat", "wash"], v))}
              options={[{ value: "none", label: "nothing" }, { value: "egg", label: "egg" }, { value: "milk", label: "milk" }]} />
            , fan{" "}
            <Choice label="Fan" value={d.heat.fan ? "on" : "off"} className={QUIET} onChoose={(v) => e.edit(setAt(d, ["heat", "fan"], v === "on"))}
              options={[{ value: "off", label: "off" }, { value: "on", label: "on" }]} />
          </>
        )}
        .
      </>,
    );
  return null;
}
