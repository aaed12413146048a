import type { Bake, PantryItem } from "../api/client";
import { useStepKinds } from "../api/step-kinds";
import { setAt } from "../lib/path";
import { useUnits } from "../lib/settings";
import { Choice } from "../ui/choice";
import { SearchChoice } from "../ui/search-choice";
import { FoodChoice } from "./food-choice";
import { Minutes } from "./minutes";
import { Quantity, QUIET, type Editing, type Path } from "./quantity";

type BakeStep = NonNullable<Bake["steps"]>[number];
type FillingStep = NonNullable<Bake["filling"]["steps"]>[number];
type Place = BakeStep["before"];

const ADD = "min-h-9 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4";
const SMALL = "min-h-9 min-w-9 rounded-lg text-lg font-bold text-muted hover:text-cobalt disabled:opacity-30";

const moved = <T,>(all: T[], from: number, to: number): T[] => {
  const next = [...all];
  next.splice(to, 0, ...next.splice(from, 1));
  return next;
};

/** Earlier, later, out: what can be done with a step where it stands. */
function Order<T>({ all, at, label, put }: { all: T[]; at: number; label: string; put: (next: T[]) => void }) {
  return (
    <span className="ml-auto flex">
      <button
        type="button"
        className={SMALL}
        aria-label={`Earlier: ${label}`}
        disabled={at === 0}
        onClick={() => put(moved(all, at, at - 1))}
      >
        ↑
      </button>
      <button
        type="button"
        className={SMALL}
        aria-label={`Later: ${label}`}
        disabled={at === all.length - 1}
        onClick={() => put(moved(all, at, at + 1))}
      >
        ↓
      </button>
      <button
        type="button"
        className={SMALL}
        aria-label={`Remove: ${label}`}
        onClick={() => put(all.filter((_, i) => i !== at))}
      >
        ×
      </button>
    </span>
  );
}

/** The steps of a filling, in their order. */
export function FillingSteps({
  path,
  pantry,
  name,
  ...e
}: Editing & { path: Path; pantry: PantryItem[]; name: string }) {
  const u = useUnits();
  const kinds = useStepKinds("filling");
  const filling = path.reduce<unknown>(
    (at, key) => (at as Record<string, unknown>)[key],
    e.document,
  ) as Bake["filling"];
  const steps: FillingStep[] = filling.steps ?? [];
  const put = (next: FillingStep[]) => e.edit(setAt(e.document, [...path, "steps"], next));
  const called = (use: string) => {
    const item = pantry.find((one) => one.key === use);
    return item ? u.text(item.name) : use;
  };
  const toggle = (at: number, use: string) => {
    const of = steps[at]?.of ?? [];
    put(
      steps.map((s, i) => (i === at ? { ...s, of: of.includes(use) ? of.filter((x) => x !== use) : [...of, use] } : s)),
    );
  };
  return (
    <section aria-label={`How it is made: ${name}`}>
      {name && <h3 className="font-bold">{name}</h3>}
      <ol>
        {steps.map((s, i) => {
          const kind = kinds.find((k) => k.value === s.do);
          const label = kind?.label ?? s.do;
          const of = (s.of ?? []).map(called).join(", ");
          return (
            <li key={`${i}-${s.do}`} className="flex flex-wrap items-center gap-x-3 border-t-2 border-inset py-0.5">
              <SearchChoice
                label={`Step ${i + 1}`}
                value={s.do}
                options={kinds}
                none="No step of this name."
                onChoose={(v) => put(steps.map((x, j) => (j === i ? { ...x, do: v as FillingStep["do"] } : x)))}
                className={QUIET}
              >
                {label}
              </SearchChoice>
              <Choice
                label={`What, step ${i + 1}`}
                value={"" as string}
                className={QUIET}
                onChoose={(use) => toggle(i, use)}
                options={filling.ingredients.map((line) => ({
                  value: line.use,
                  label: called(line.use),
                  ...((s.of ?? []).includes(line.use) && { note: "chosen: press to leave it out" }),
                }))}
              >
                {of || "all of it"}
              </Choice>
              <span>
                <Minutes
                  {...e}
                  label={`Time of step ${i + 1}`}
                  path={[...path, "steps", i, "for"]}
                  text={s.for ?? `${kind?.minutes ?? 0} min`}
                />
              </span>
              <Order all={steps} at={i} label={label} put={put} />
            </li>
          );
        })}
      </ol>
      <SearchChoice
        label={`Add a step${name && ` to ${name}`}`}
        value=""
        options={kinds}
        none="No step of this name."
        onChoose={(v) => put([...steps, { do: v as FillingStep["do"] }])}
        className={ADD}
      >
        add a step
      </SearchChoice>
      {steps.length === 0 && (
        <p className="text-muted">It is made in one go. Add its steps, and each is called at its time.</p>
      )}
    </section>
  );
}

/** Every filling of a bake, step by step. */
export function FillingsInSteps(e: Editing & { pantry: PantryItem[] }) {
  const { document } = e;
  const further = (document.more_groups ?? []).flatMap((g, i) =>
    g.filling ? [{ filling: g.filling, path: ["more_groups", i, "filling"] as Path }] : [],
  );
  const all = [
    ...(document.closing === "plain" ? [] : [{ filling: document.filling, path: ["filling"] as Path }]),
    ...further,
  ];
  return all.map(({ filling, path }) => (
    <FillingSteps key={path.join(".")} {...e} path={path} name={all.length > 1 ? filling.name : ""} />
  ));
}

/** Steps of the cook's own that stand in one place of the method. */
export function OwnSteps({
  before,
  title,
  pantry,
  ...e
}: Editing & { before: Place; title: string; pantry: PantryItem[] }) {
  const u = useUnits();
  const kinds = useStepKinds(before);
  const all: BakeStep[] = e.document.steps ?? [];
  const here = all.flatMap((s, i) => (s.before === before ? [i] : []));
  const put = (next: BakeStep[]) => e.edit(setAt(e.document, ["steps"], next));
  const putHere = (next: BakeStep[]) => put([...all.filter((s) => s.before !== before), ...next]);
  const mine = here.map((i) => all[i] as BakeStep);
  const called = (use: string) => {
    const item = pantry.find((one) => one.key === use);
    return item ? u.text(item.name) : use;
  };
  return (
    <section aria-label={title} className="mt-2">
      <div className="flex flex-wrap items-center gap-x-4">
        <h3 className="font-bold">{title}</h3>
        <SearchChoice
          label={`Add a step: ${title}`}
          value=""
          options={kinds}
          none="No step of this name."
          onChoose={(v) =>
            put([...all, { do: v as BakeStep["do"], before, ...(before === "fire" && { left: "2 min" }) }])
          }
          className={ADD}
        >
          add a step
        </SearchChoice>
      </div>
      <ol>
        {mine.map((s, n) => {
          const i = here[n] ?? 0;
          const kind = kinds.find((k) => k.value === s.do);
          const label = kind?.label ?? s.do;
          return (
            <li key={`${n}-${s.do}`} className="flex flex-wrap items-center gap-x-3 border-t-2 border-inset py-0.5">
              <span className="font-semibold">{label}</span>
              {(s.with ?? []).map((line, j) => (
                <span key={line.use}>
                  <Quantity
                    {...e}
                    label={`Amount of ${line.use}`}
                    kind="mass"
                    path={["steps", i, "with", j, "amount"]}
                    text={line.amount}
                  />{" "}
                  {called(line.use)}
                </span>
              ))}
              {kind?.takesFood && (
                <FoodChoice
                  label={`Food for ${label}`}
                  value=""
                  pantry={pantry.filter((item) => !(s.with ?? []).some((line) => line.use === item.key))}
                  onChoose={(use) =>
                    e.edit(setAt(e.document, ["steps", i, "with"], [...(s.with ?? []), { use, amount: "20 g" }]))
                  }
                  className={ADD}
                >
                  {s.with?.length ? "and" : "with"} …
                </FoodChoice>
              )}
              {before === "fire" ? (
                <span>
                  <Minutes
                    {...e}
                    label={`Minutes left, ${label}`}
                    path={["steps", i, "left"]}
                    text={s.left ?? "2 min"}
                  />{" "}
                  before the end
                </span>
              ) : (
                <Minutes
                  {...e}
                  label={`Time of ${label}`}
                  path={["steps", i, "for"]}
                  text={s.for ?? `${kind?.minutes ?? 0} min`}
                />
              )}
              <Order all={mine} at={n} label={label} put={putHere} />
            </li>
          );
        })}
      </ol>
    </section>
  );
}
