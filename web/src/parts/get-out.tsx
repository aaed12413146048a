import { useState } from "react";

import type { Answer, GetOut, Sheet } from "../api/client";
import { useUnits } from "../lib/settings";
import { Small } from "../ui/button";
import { Asked } from "./asked";

type StandIn = NonNullable<GetOut["foods"][number]["stand_ins"]>[number];

interface Props {
  sheet: Sheet;
  ask: () => Promise<GetOut>;
  /** Take what stands in: null where nothing can be changed. */
  onTake: ((answer: Answer) => void) | null;
}

/** Everything to have at hand before the first step: foods with amounts, what is used, and what stands in for it. */
export function ToGetOut({ sheet, ask, onTake }: Props) {
  return (
    <Asked title="get out" of={sheet.worked_at} fetch={ask}>
      {(found) => <Listed found={found} onTake={onTake} />}
    </Asked>
  );
}

/** The same, read already. */
export function Listed({ found, onTake }: { found: GetOut } & Pick<Props, "onTake">) {
  const u = useUnits();
  return (
    <section aria-label="Get out" className="mt-4 grid items-start gap-x-10 gap-y-2 tab:grid-cols-2">
      <h3 className="text-xl font-bold tab:col-span-2">Get out</h3>
      <section aria-label="Foods">
        <h4 className="font-bold">Ingredients, in all</h4>
        <ul>
          {found.foods.map((food) => (
            <Row
              key={food.key}
              name={u.text(food.name)}
              amount={food.grams === null ? "to taste" : u.mass(food.grams)}
              instead={food.stand_ins ?? []}
              onTake={onTake}
            />
          ))}
        </ul>
      </section>
      <section aria-label="Tools">
        <h4 className="font-bold">Tools, and what to use instead</h4>
        <ul>
          {found.tools.map((tool) => (
            <Row
              key={u.text(tool.name)}
              name={u.text(tool.name)}
              note={tool.instead.length > 0 && !tool.stand_in ? `or ${u.text(tool.instead)}` : ""}
              instead={tool.stand_in ? [tool.stand_in] : []}
              onTake={onTake}
            />
          ))}
        </ul>
      </section>
    </section>
  );
}

interface RowProps {
  name: string;
  amount?: string;
  note?: string;
  instead: StandIn[];
  onTake: Props["onTake"];
}

/** One thing to have at hand; where it is missing, what does instead, what changes by it, and one press to take it. */
function Row({ name, amount, note, instead, onTake }: RowProps) {
  const u = useUnits();
  const [missing, setMissing] = useState(false);
  return (
    <li className="border-b-2 border-inset py-0.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span>
          {name}
          {instead.length > 0 && (
            <>
              {" "}
              <Small
                aria-expanded={missing}
                aria-label={`I do not have ${name}`}
                onClick={() => setMissing((open) => !open)}
              >
                none?
              </Small>
            </>
          )}
        </span>
        {amount && <strong className="whitespace-nowrap">{amount}</strong>}
      </div>
      {note && <span className="block text-muted">{note}</span>}
      {missing && (
        <ul aria-label={`Instead of ${name}`} className="mb-2 border-l-4 border-cobalt pl-3">
          {instead.map((one) => (
            <li key={u.text(one.label)} className="py-1">
              <Taken standIn={one} onTake={onTake} />
              <span className="block text-base text-muted">
                {u.text(one.why)} {u.text(one.then ?? [])}
              </span>
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

/** What does instead: a press where the bake is changed by it, words where it is not. */
function Taken({ standIn, onTake }: { standIn: StandIn } & Pick<Props, "onTake">) {
  const u = useUnits();
  const { answer, label } = standIn;
  if (!answer || !onTake) return <strong>{u.text(label)}</strong>;
  return <Small onClick={() => onTake(answer)}>{u.text(label)}</Small>;
}
