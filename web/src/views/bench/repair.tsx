import { setAt } from "../../lib/path";
import type { Editing, Path } from "../../parts/quantity";

/** A place as the server names it, such as more_groups[0].heat.rest, as steps. */
const stepsOf = (where: string): Path =>
  where
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((step) => (/^\d+$/.test(step) ? Number(step) : step));

const valueAt = (document: unknown, path: Path): unknown =>
  path.reduce<unknown>((at, step) => (at as Record<string | number, unknown> | null | undefined)?.[step], document);

/** What stands in the way of any plan, put right here: without a plan there is no tray to do it in. */
export function Repair({ document, problems, edit }: Editing) {
  const places = [...new Set(problems.map((p) => p.where))]
    .map((where) => ({ where, path: stepsOf(where), value: valueAt(document, stepsOf(where)) }))
    .filter(({ path, value }) => path.length > 0 && (typeof value === "string" || typeof value === "number"));
  if (places.length === 0) return null;
  return (
    <section aria-label="Put it right" className="enamel mt-4 p-5">
      <h2 className="text-xl font-bold">Put it right, and the plan comes back</h2>
      {places.map(({ where, path, value }) => (
        <label key={where} className="mt-2 flex flex-wrap items-center gap-3">
          <span className="w-64 text-muted">{where}</span>
          <input
            aria-label={where}
            defaultValue={String(value)}
            maxLength={40}
            autoComplete="off"
            className="w-40 rounded-lg border-2 border-crust bg-enamel px-2 py-1.5 text-right font-semibold"
            onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
            onBlur={(e) =>
              e.target.value !== String(value) &&
              edit(
                setAt(
                  document,
                  path,
                  typeof value === "number" && e.target.value.trim() !== "" && Number.isFinite(Number(e.target.value))
                    ? Number(e.target.value)
                    : e.target.value,
                ),
              )
            }
          />
        </label>
      ))}
    </section>
  );
}
