import type { Bake, SpotOut } from "../api/client";
import { setAt } from "../lib/path";
import { Choice } from "../ui/choice";
import { Minutes } from "./minutes";
import { Quantity, type Editing } from "./quantity";
import { useUnits } from "../lib/settings";

type Stage = "rise" | "proof" | "sponge";
type Stay = NonNullable<Bake["rise"]["spots"]>[number];
const QUIET = "rounded border-b-2 border-cobalt font-bold text-cobalt";
/** Spots whose warmth the cook tells. */
const TOLD: Record<string, { air: string; says: string }> = {
  spot: { air: "30 C", says: " at " },
  "over warm water": { air: "35 C", says: " of " },
};
const GONE = "not there";
const COLD_FIRST = "45 min";

/** Where a stage stands, as written: a file that names only a warmth names one spot of it. */
function staysOf(document: Bake, stage: Stage): Stay[] {
  const at = document[stage];
  if (at?.spots?.length) return at.spots;
  const air = stage === "sponge" ? null : document[stage].air;
  return air ? [{ where: "spot", air }] : [{ where: "bench" }];
}

/** Where a dough stands, in turn, as a sentence: "on the bench for 45 min, then in the fridge". */
export function Stays({ stage, label, spots, ...e }: Editing & { stage: Stage; label: string; spots: SpotOut[] }) {
  const u = useUnits();
  const rows = staysOf(e.document, stage);
  const put = (next: Stay[]) =>
    e.edit(setAt(setAt(e.document, [stage, "air"], stage === "sponge" ? undefined : null), [stage, "spots"], next));
  const fresh = (where: string): Stay => ({ where, ...(TOLD[where] && { air: TOLD[where].air }) });
  const options = spots.map((s) => ({ value: s.key, label: u.text(s.label) }));
  const choose = (i: number, where: string) => {
    if (where !== GONE)
      return put(rows.map((row, j) => (j === i ? { ...fresh(where), ...(row.for && { for: row.for }) } : row)));
    const left = rows.filter((_, j) => j !== i);
    put(left.map((row, j) => (j === left.length - 1 ? { where: row.where, ...(row.air && { air: row.air }) } : row)));
  };
  const then = (where: string) =>
    put([...rows.map((row, i) => (i === rows.length - 1 ? { ...row, for: COLD_FIRST } : row)), fresh(where)]);
  const written = (i: number) =>
    (e.document[stage]?.spots?.length ?? 0) > i ? [stage, "spots", i, "air"] : [stage, "air"];
  return (
    <>
      {rows.map((row, i) => (
        <span key={`${i}-${row.where}`}>
          {i > 0 && ", then "}
          <Choice
            label={i ? `${label}, then` : label}
            value={row.where}
            className={QUIET}
            onChoose={(where) => choose(i, where)}
            options={[...options, ...(rows.length > 1 ? [{ value: GONE, label: "not there at all" }] : [])]}
          />
          {TOLD[row.where] && row.air && (
            <>
              {TOLD[row.where]?.says}
              <Quantity
                {...e}
                label={i ? `${label}, then, temperature` : `${label}, temperature`}
                kind="temperature"
                path={written(i)}
                text={row.air}
              />
            </>
          )}
          {i < rows.length - 1 && (
            <>
              {" for "}
              <Minutes
                {...e}
                label={`${label}, how long`}
                path={[stage, "spots", i, "for"]}
                text={row.for ?? COLD_FIRST}
              />
            </>
          )}
        </span>
      ))}
      {rows.length < 4 && (
        <>
          {", "}
          <Choice
            label={`${label}, and after that`}
            value=""
            className="rounded border-b-2 border-rim text-cobalt"
            onChoose={then}
            options={options}
          >
            and stays there
          </Choice>
        </>
      )}
    </>
  );
}
