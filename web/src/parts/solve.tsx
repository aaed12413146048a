import { useState } from "react";

import type { Answer, Solved } from "../api/client";
import { useUnits } from "../lib/settings";
import { Button } from "../ui/button";
import type { Said } from "../lib/words";
import { Choice } from "../ui/choice";

export type By = "across" | "thickness" | "filling" | "fits";

interface Props {
  /** Group, and the number to go by: mm, g or pieces. */
  ask: (group: number, by: By, value: number) => Promise<Solved>;
  onTake: (answer: Answer) => void;
  groups: { name: Said; pieces: number }[];
}

const WAYS: { value: By; label: string; note: string; unit: "length" | "thickness" | "mass" | "count" }[] = [
  { value: "across", label: "the widest I can roll is", note: "how much filling that closes over", unit: "length" },
  { value: "thickness", label: "I want it as thick as", note: "how wide that is", unit: "thickness" },
  { value: "filling", label: "the filling I have is", note: "how many pieces it makes", unit: "mass" },
  { value: "fits", label: "at once should go in", note: "how large they may be", unit: "count" },
];

const FIELD = "w-20 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right font-semibold";

/** The wrapper from any side: one number is given, the others follow, and one press puts them in. */
export function SolveWrapper({ ask, onTake, groups }: Props) {
  const u = useUnits();
  const us = u.units === "us";
  const [by, setBy] = useState<By>("across");
  const [group, setGroup] = useState("0");
  const [typed, setTyped] = useState("");
  const [found, setFound] = useState<Solved | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const way = WAYS.find((w) => w.value === by) ?? WAYS[0];
  const units = {
    length: us ? ("in" as const) : ("cm" as const),
    thickness: us ? ("in" as const) : ("mm" as const),
    mass: us ? ("oz" as const) : ("g" as const),
    count: "pieces" as const,
  };
  const factor = { cm: 10, in: 25.4, mm: 1, oz: 28.349523125, g: 1, pieces: 1 }[units[way?.unit ?? "count"]];
  const solve = async () => {
    const value = Number(typed.replace(",", "."));
    setFound(null);
    if (!typed.trim() || !Number.isFinite(value)) return setTrouble("Write a number, such as 15.");
    setTrouble(null);
    try {
      setFound(await ask(Number(group), by, value * factor));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <section aria-label="From its size">
      <h3 className="text-lg font-bold">From its size</h3>
      <form
        className="flex flex-wrap items-center gap-2 py-1"
        onSubmit={(e) => {
          e.preventDefault();
          void solve();
        }}
      >
        {groups.length > 1 && (
          <Choice
            label="For which pieces"
            value={group}
            options={groups.map((g, i) => ({ value: String(i), label: `${g.pieces} with ${u.text(g.name)}` }))}
            onChoose={setGroup}
            className="min-h-7 rounded border-b-2 border-cobalt font-bold text-cobalt"
          />
        )}
        <Choice
          label="Given"
          value={by}
          options={WAYS}
          onChoose={(next) => {
            setBy(next);
            setFound(null);
            setTrouble(null);
          }}
          className="min-h-7 rounded border-b-2 border-cobalt font-bold text-cobalt"
        />
        <input
          aria-label="Given number"
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className={FIELD}
        />
        {units[way?.unit ?? "count"]}
        <Button type="submit">So?</Button>
      </form>
      {trouble && (
        <p role="alert" className="font-semibold text-crust">
          {trouble}
        </p>
      )}
      {found && (
        <p role="status" className="rounded-xl bg-inset px-3 py-2">
          {u.text(found.words)}{" "}
          {found.answers.map((answer) => (
            <Button
              key={u.text(answer.label)}
              className="ml-1"
              onClick={() => {
                onTake(answer);
                setFound(null);
              }}
            >
              {u.text(answer.label)}
            </Button>
          ))}
        </p>
      )}
    </section>
  );
}
