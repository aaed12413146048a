import type { GetOut, Sheet } from "../api/client";
import { useUnits } from "../lib/settings";
import { Asked } from "./asked";

/** Everything to have at hand before the first step: foods with amounts, what is used, and what stands in for it. */
export function ToGetOut({ sheet, ask }: { sheet: Sheet; ask: () => Promise<GetOut> }) {
  const u = useUnits();
  return (
    <Asked title="get out" of={sheet.worked_at} fetch={ask}>
      {(found) => (
        <div className="grid items-start gap-x-10 gap-y-4 tab:grid-cols-2">
          <section aria-label="Foods">
            <h3 className="font-bold">Foods, for all of it</h3>
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
            <h3 className="font-bold">Tools, and what does instead</h3>
            <ul>
              {found.tools.map((tool) => (
                <li key={u.text(tool.name)} className="border-b-2 border-inset py-0.5">
                  {u.text(tool.name)}
                  {tool.instead.length > 0 && <span className="block text-muted">or {u.text(tool.instead)}</span>}
                </li>
              ))}
            </ul>
          </section>
        </div>
      )}
    </Asked>
  );
}
