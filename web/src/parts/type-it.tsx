import { useState } from "react";

import { useUnits } from "../lib/settings";
import { read, written } from "../lib/quantity";
import { Button } from "../ui/button";

type Kind = "mass" | "count" | "duration";

/** What each may be, in g, pieces or min, and what one looks like. */
const KINDS = {
  mass: { least: 1, most: 5000, unit: { metric: "g", us: "oz" }, example: { metric: "62", us: "2.2" } },
  count: { least: 1, most: 200, unit: { metric: "pieces", us: "pieces" }, example: { metric: "3", us: "3" } },
  duration: { least: 1, most: 240, unit: { metric: "min", us: "min" }, example: { metric: "10", us: "10" } },
};

interface Props {
  label: string;
  onValue: (value: number) => void;
  large: boolean;
  kind?: Kind;
  most?: number | undefined;
}

/** Type a number, in the unit in sight; what is no number is said so and kept. */
export function TypeIt({ label, onValue, large, kind = "mass", most = KINDS[kind].most }: Props) {
  const u = useUnits();
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState(false);
  const { least, unit, example } = KINDS[kind];
  const shown = (value: number) => (kind === "mass" ? u.mass(value) : `${value} ${unit[u.units]}`);
  const submit = () => {
    const number = typed.trim() ? Number(typed.replace(",", ".")) : NaN;
    const value = kind === "mass" ? (read(written(String(number), "mass", u.units), "mass") ?? NaN) : number;
    if (!(value >= least && value <= most)) return setWrong(true);
    setTyped("");
    setWrong(false);
    onValue(kind === "count" ? Math.round(value) : Math.round(value * 10) / 10);
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <label className="flex items-center gap-2">
        {label}
        <input
          aria-label={label}
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className={`rounded-lg border-2 border-cobalt bg-enamel px-2 text-right font-semibold ${large ? "h-14 w-28 text-2xl" : "w-20 py-1"}`}
        />
        {unit[u.units]}
      </label>
      <Button type="submit" className={large ? "min-h-14" : ""}>
        Note it
      </Button>
      {wrong && (
        <p role="alert" className="w-full font-semibold text-crust">
          Write {kind === "mass" ? "a weight" : "a number"} between {shown(least)} and {shown(most)}, such as{" "}
          {example[u.units]}.
        </p>
      )}
    </form>
  );
}
