import type { Bake } from "../api/client";
import { setAt } from "../lib/path";
import { Choice } from "../ui/choice";
import { laidIn, withLaid } from "./laid";
import { Minutes } from "./minutes";
import { Quantity, QUIET, type Editing, type Path } from "./quantity";

type Filling = Bake["filling"];
type Treatment = NonNullable<Filling["treatments"]>[number];

const TREATMENTS: { value: Treatment; label: string; note: string }[] = [
  { value: "drained", label: "drained", note: "in a sieve" },
  { value: "squeezed", label: "salted and squeezed", note: "takes most of the juice" },
  { value: "cooked_down", label: "cooked down", note: "until it no longer runs" },
  { value: "dried_overnight", label: "dried overnight", note: "washed leaves" },
  { value: "chilled", label: "chilled until stiff", note: "no less juice, easier to close" },
];
const STATES = [
  { value: "raw" as const, label: "raw" },
  { value: "part-cooked" as const, label: "part-cooked" },
  { value: "cooked" as const, label: "cooked" },
];
const VESSELS = [
  { value: "tray" as const, label: "spread on a tray" },
  { value: "box" as const, label: "in a deep box" },
  { value: "bowl" as const, label: "heaped in a bowl" },
];

/** What is done about its juice: press one to put it in, again to leave it out. */
function Treatments({ filling, path, of, ...e }: Editing & { filling: Filling; path: Path; of: string }) {
  const done = filling.treatments ?? [];
  const toggle = (v: Treatment) =>
    e.edit(setAt(e.document, [...path, "treatments"], done.includes(v) ? done.filter((t) => t !== v) : [...done, v]));
  const words = TREATMENTS.filter((t) => done.includes(t.value)).map((t) => t.label);
  return (
    <Choice
      label={`Its juice${of}`}
      value={"" as Treatment | ""}
      className={QUIET}
      onChoose={(v) => v && toggle(v)}
      options={TREATMENTS.map((t) => ({ ...t, note: done.includes(t.value) ? "done: press to leave it out" : t.note }))}
    >
      {words.join(", ") || "as it is"}
    </Choice>
  );
}

/** How much there really is, once it is made. */
function Made({ filling, path, of, ...e }: Editing & { filling: Filling; path: Path; of: string }) {
  return (
    <>
      there is{" "}
      <Choice
        label={`Filling made${of}`}
        value={filling.made ? "weighed" : "needed"}
        className={QUIET}
        onChoose={(v) => e.edit(setAt(e.document, [...path, "made"], v === "weighed" ? "500 g" : null))}
        options={[
          { value: "needed", label: "what is needed" },
          { value: "weighed", label: "as weighed", note: "once it is made" },
        ]}
      />
      {filling.made && (
        <>
          {": "}
          <Quantity
            {...e}
            label={`Mass of the filling made${of}`}
            kind="mass"
            path={[...path, "made"]}
            text={filling.made}
          />
        </>
      )}
    </>
  );
}

const MOST_LAID = 4;
const EGG = { name: "a piece of egg", each: "12 g", ingredients: [{ use: "egg cooked", amount: "50 g" }] };

/** What is laid into each piece besides: a second mixture, half an egg, a square of chocolate. */
function Laid({ filling, path, of, ...e }: Editing & { filling: Filling; path: Path; of: string }) {
  const laid = laidIn(filling);
  const put = (things: (typeof EGG)[]) => e.edit(setAt(e.document, path, withLaid(filling, things)));
  const all = laid.map(({ one }) => one);
  return (
    <>
      {laid.map(({ one, path: within }, n) => (
        <span key={within.join(".")}>
          With{" "}
          <Choice
            label={`Laid in, ${n + 1}${of}`}
            value="kept"
            className={QUIET}
            onChoose={(v) => v === "none" && put(all.filter((_, m) => m !== n))}
            options={[
              { value: "kept", label: one.name, note: "named and listed in the recipe, on the Weigh tray" },
              { value: "none", label: "leave it out" },
            ]}
          />
          ,{" "}
          <Quantity
            {...e}
            label={`Mass of ${one.name} in each${of}`}
            kind="mass"
            path={[...path, ...within, "each"]}
            text={one.each}
          />{" "}
          in each.{" "}
        </span>
      ))}
      {laid.length < MOST_LAID && (
        <button type="button" className={QUIET} onClick={() => put([...all, EGG])}>
          {laid.length ? "and one thing more" : "lay something in besides"}
        </button>
      )}
    </>
  );
}

/** How a filling goes in, in a sentence; where there are several, each by its name. */
export function FillingSettings(e: Editing) {
  const further = e.document.more_groups ?? [];
  const plain = e.document.closing === "plain";
  const all = [
    ...(plain ? [] : [{ filling: e.document.filling, path: ["filling"] as Path }]),
    ...further.flatMap((g, i) =>
      g.filling && g.closing !== "plain" ? [{ filling: g.filling, path: ["more_groups", i, "filling"] as Path }] : [],
    ),
  ];
  return (
    <>
      {all.map(({ filling, path }) => {
        const of = path.length > 1 ? `, ${filling.name}` : "";
        return (
          <span key={path.join(".")} className="block">
            {all.length > 1 ? <strong className="font-bold text-ink">{filling.name}</strong> : "Filling"}{" "}
            <Choice
              label={`State of the filling${of}`}
              value={filling.state}
              className={QUIET}
              onChoose={(v) => e.edit(setAt(e.document, [...path, "state"], v))}
              options={STATES}
            />
            , its juice <Treatments {...e} filling={filling} path={path} of={of} />, at{" "}
            <Quantity
              {...e}
              label={`Filling temperature${of}`}
              kind="temperature"
              path={[...path, "temperature"]}
              text={filling.temperature}
            />{" "}
            when wrapped;{" "}
            {filling.steps?.length ? (
              "made step by step, cooled"
            ) : (
              <>
                made in{" "}
                <Minutes
                  {...e}
                  label={`Time to make the filling${of}`}
                  path={[...path, "hands_on"]}
                  text={filling.hands_on}
                />
                , cooled
              </>
            )}{" "}
            <Choice
              label={`Cools in${of}`}
              value={filling.vessel ?? "tray"}
              className={QUIET}
              onChoose={(v) => e.edit(setAt(e.document, [...path, "vessel"], v))}
              options={VESSELS}
            />
            {!filling.steps?.length && (
              <>
                {" "}
                for{" "}
                <Minutes
                  {...e}
                  label={`Time to cool the filling${of}`}
                  path={[...path, "cooling"]}
                  text={filling.cooling}
                />
              </>
            )}
            ; <Made {...e} filling={filling} path={path} of={of} />.{" "}
            <Laid {...e} filling={filling} path={path} of={of} />
          </span>
        );
      })}
    </>
  );
}
