import type { GetOut, Sheet } from "../api/client";
import { useUnits } from "../lib/settings";
import { Asked } from "./asked";

/** Everything to have at hand before the first step: foods with amounts, what is used, and what stands in for it. */
export function ToGetOut({ sheet, ask }: { sheet: Sheet; ask: () => Promise<GetOut> }) {
  const u = useUnits();
  return (
    <Asked title="get out" of={sheet.worked_at} fetch={ask}>
      {(found) => (
        <section aria-label="Get out" className="mt-4 grid items-start gap-x-10 gap-y-2 tab:grid-cols-2">
          <h3 className="text-xl font-bold tab:col-span-2">Get out</h3>
          <section aria-label="Foods">
            <h4 className="font-bold">Ingredients, in all</h4>
            <ul>
              {found.foods.map((food) => (
                <li key={food.key} className="flex justify-between gap-4 border-b-2 border-inset py-0.5">
                  {u.text(food.name)}
                  <strong className="whitespace-nowrap">{food.grams === null ? "to taste" : u.mass(food.grams)}</strong>
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="Tools">
            <h4 className="font-bold">Tools, and what to use instead</h4>
            <ul>
              {found.tools.map((tool) => (
                <li key={u.text(tool.name)} className="border-b-2 border-inset py-0.5">
                  {u.text(tool.name)}
                  {tool.instead.length > 0 && <span className="block text-muted">or {u.text(tool.instead)}</span>}
                </li>
              ))}
            </ul>
          </section>
        </section>
      )}
    </Asked>
  );
}
