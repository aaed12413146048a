import type { Kitchen } from "../../api/client";
import { useSettings, useUnits } from "../../lib/settings";
import { warmsUp } from "../../lib/words";
import { useFollowing } from "../../lib/use-following";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";

type Document = Kitchen["document"];

const REGIONS = [
  { value: "strictest" as const, label: "the strictest known here", note: "of all the guidance below" },
  { value: "us" as const, label: "United States", note: "federal guidance" },
  { value: "uk" as const, label: "United Kingdom", note: "Food Standards Agency guidance" },
  { value: "scotland" as const, label: "Scotland", note: "reheated to a line of its own" },
  { value: "eu" as const, label: "European Union", note: "regulations, and guidance under them" },
  { value: "canada" as const, label: "Canada", note: "federal guidance" },
  { value: "australia_nz" as const, label: "Australia and New Zealand", note: "the food standards code" },
];

/** Whose food-safety guidance its cautions quote. */
export const regionName = (d: Document) =>
  REGIONS.find((r) => r.value === (d.food_safety_region ?? "strictest"))?.label.replace(" known here", "") ?? "";

/** How far the oven is from its dial, as bakes with a thermometer in it have shown. */
export function ovenSays(d: Document, u: ReturnType<typeof useUnits>): string {
  const off = d.oven_truth?.off_c ?? 0;
  if (!d.oven_truth) return "at its dial";
  return `${u.degrees(Math.abs(off))} ${off < 0 ? "below" : "above"} its dial`;
}

/** A typed quantity of the kitchen, kept with its own unit. */
function Typed({
  label,
  text,
  unit,
  onKeep,
}: {
  label: string;
  text: string;
  unit: string;
  onKeep: (text: string) => void;
}) {
  const [typed, setTyped] = useFollowing(text);
  return (
    <form
      className="flex items-center justify-between gap-2 border-t-2 border-inset py-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (typed.trim()) onKeep(/[a-z]/i.test(typed) ? typed.trim() : `${typed.trim()} ${unit}`);
      }}
    >
      <label className="flex flex-1 items-center justify-between gap-2">
        {label}
        <input
          aria-label={label}
          value={typed}
          maxLength={40}
          autoComplete="off"
          onChange={(e) => setTyped(e.target.value)}
          className="w-24 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right font-semibold"
        />
      </label>
      <Button type="submit" disabled={typed === text}>
        Keep it
      </Button>
    </form>
  );
}

const NAMES: Record<string, string> = { steam: "Steam", oven: "Oven", pan: "Pan" };

/** How this kitchen heats: whose food-safety guidance is quoted, what there is, and what readings have taught. */
export function HeatOfKitchen({
  document: d,
  onKeep,
}: {
  document: Document;
  onKeep: (next: Partial<Document>) => void;
}) {
  const u = useUnits();
  const { units } = useSettings();
  return (
    <>
      <p className="py-1">
        Cautions quote{" "}
        <Choice
          label="Food-safety guidance"
          value={d.food_safety_region ?? "strictest"}
          options={REGIONS}
          onChoose={(food_safety_region) => onKeep({ food_safety_region })}
          className="rounded border-b-2 border-cobalt font-bold text-cobalt"
        />
        . Your own authority&rsquo;s rules come first.
      </p>
      <Typed
        label="The fridge, measured"
        text={u.written(d.fridge ?? "4 C", "temperature")}
        unit={units === "us" ? "F" : "C"}
        onKeep={(fridge) => onKeep({ fridge: fridge.replace("°", "") })}
      />
      <Typed label="Height above the sea" text={d.altitude} unit="m" onKeep={(altitude) => onKeep({ altitude })} />
      <Typed
        label="Water the steamer's pot holds"
        text={d.steamer.pot ?? "2 l"}
        unit="l"
        onKeep={(pot) => onKeep({ steamer: { ...d.steamer, pot } })}
      />
      <Typed
        label="Hob power that reaches the steam"
        text={d.steamer.net_power}
        unit="W"
        onKeep={(net_power) => onKeep({ steamer: { ...d.steamer, net_power } })}
      />
      <Typed label="Inside of the frying pan" text={d.pan ?? "26 cm"} unit="cm" onKeep={(pan) => onKeep({ pan })} />
      <p className="border-t-2 border-inset py-1.5">
        {d.oven_truth ? (
          <>
            The oven runs <strong>{ovenSays(d, u)}</strong>, from {d.oven_truth.bakes}{" "}
            {d.oven_truth.bakes === 1 ? "bake" : "bakes"} with a thermometer in it.
            {warmsUp(d.oven_truth.warms_in)}
          </>
        ) : (
          "The oven is taken at its dial: nobody has put a thermometer in it yet."
        )}
      </p>
      {Object.entries(d.heats ?? {}).map(
        ([method, pace]) =>
          pace && (
            <p key={method} className="border-t-2 border-inset py-1.5">
              {NAMES[method]} takes <strong>× {Math.exp(pace.mean).toFixed(2)}</strong> of the usual minutes, from{" "}
              {pace.bakes} probed {pace.bakes === 1 ? "bake" : "bakes"}.
            </p>
          ),
      )}
    </>
  );
}
