import { useState, type ReactNode } from "react";

import { Jar } from "../../drawings/states";
import { read, written } from "../../lib/quantity";
import { useSettings, useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";

const GROWTH = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.8, 1.0, 1.2, 1.5];

/** How much it has grown: drag the level, press a figure, or read it off a straight-sided jar. */
export function RisenBy({
  open,
  onClose,
  onMark,
}: {
  open: boolean;
  onClose: () => void;
  onMark: (share: number) => void;
}) {
  const [picked, setPicked] = useState(0.5);
  const [was, setWas] = useState("");
  const [is, setIs] = useState("");
  const heights = (before: string, after: string) => {
    setWas(before);
    setIs(after);
    const [a, b] = [before, after].map((text) => Number(text.replace(",", ".")));
    if (a && b && a > 0 && b > 0) setPicked(Math.round(100 * Math.min(Math.max(b / a - 1, -0.2), 5)) / 100);
  };
  const field = "w-20 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right font-semibold";
  return (
    <Panel title="Risen by…" note="Against the dough as it went in. Drag the level." open={open} onClose={onClose}>
      <Jar share={picked} onShare={setPicked} />
      <div className="mt-2 grid grid-cols-5 gap-2" role="group" aria-label="Growth">
        {GROWTH.map((g) => (
          <Button
            key={g}
            look={g === picked ? "solid" : "rim"}
            className="!min-h-14 !px-1 text-lg"
            onClick={() => setPicked(g)}
          >
            {Math.round(g * 100)} %
          </Button>
        ))}
      </div>
      <p className="mt-3">
        In a straight-sided jar it stood at{" "}
        <input
          aria-label="Height at the start"
          inputMode="decimal"
          value={was}
          onChange={(e) => heights(e.target.value, is)}
          className={field}
        />{" "}
        and stands at{" "}
        <input
          aria-label="Height now"
          inputMode="decimal"
          value={is}
          onChange={(e) => heights(was, e.target.value)}
          className={field}
        />{" "}
        (both in cm, or both in inches).
      </p>
      <Button look="crust" className="mt-4 min-h-16 w-full text-xl" onClick={() => onMark(picked)}>
        It has risen by {Math.round(picked * 100)} %
      </Button>
    </Panel>
  );
}

/** A reading of a thermometer or scale, typed in the cook's own units. offered: what the scale shows. */
export function TypedReading(p: {
  title: string;
  note: string;
  kind: "temperature" | "mass" | "count";
  open: boolean;
  onClose: () => void;
  onMark: (value: number) => void;
  offered?: number | null;
  /** Of which of several it is, where that has to be asked. */
  asked?: ReactNode;
}) {
  const { units } = useSettings();
  const u = useUnits();
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState(false);
  const us = units === "us";
  const unit = { temperature: us ? "°F" : "°C", mass: us ? "oz" : "g", count: "pieces" }[p.kind];
  const submit = () => {
    const value = Number(typed.replace(",", "."));
    if (!typed.trim() || !Number.isFinite(value)) return setWrong(true);
    const metric = p.kind === "count" ? value : (read(written(String(value), p.kind, units), p.kind) ?? value);
    setTyped("");
    setWrong(false);
    p.onMark(p.kind === "count" ? Math.round(metric) : Math.round(metric * 10) / 10);
  };
  return (
    <Panel title={p.title} note={p.note} open={p.open} onClose={p.onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <label className="mt-4 flex items-baseline gap-3 text-4xl font-bold">
          <input
            autoFocus
            aria-label={p.title}
            inputMode="decimal"
            autoComplete="off"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            className="w-40 rounded-2xl border-3 border-cobalt bg-enamel px-4 py-2 text-right"
          />
          {unit}
        </label>
        {wrong && (
          <p role="alert" className="mt-2 font-semibold text-crust">
            Type a number, such as {{ temperature: us ? "79" : "26", mass: us ? "26" : "740", count: "11" }[p.kind]}.
          </p>
        )}
        {p.asked}
        {p.offered != null && (
          <Button look="solid" className="mt-4 min-h-16 w-full text-xl" onClick={() => p.onMark(p.offered as number)}>
            Take {u.mass(p.offered)} from the scale
          </Button>
        )}
        <Button type="submit" look="crust" className="mt-4 min-h-16 w-full text-xl">
          Note it
        </Button>
      </form>
    </Panel>
  );
}
