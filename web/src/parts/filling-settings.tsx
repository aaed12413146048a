import type { Bake } from "../api/client";
import { setAt } from "../lib/path";
import { Choice } from "../ui/choice";
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

const EGG = { name: "a piece of egg", each: "12 g", ingredients: [{ use: "egg cooked", amount: "50 g" }] };

/** A second mixture laid inside the first, or a piece of something. */
function Inside({ filling, path, of, ...e }: Editing & { filling: Filling; path: Path; of: string }) {
  const inside = filling.inside;
  const put = (v: "nothing" | "something") => {
    const next = { ...filling };
    if (v === "nothing") delete next.inside;
    else next.inside = inside ?? EGG;
    e.edit(setAt(e.document, path, next));
  };
  return (
    <>
      inside it{" "}
      <Choice
        label={`Inside the filling${of}`}
        value={inside ? "something" : "nothing"}
        className={QUIET}
        onChoose={put}
        options={[
          { value: "nothing", label: "nothing more" },
          {
            value: "something",
            label: inside?.name ?? "a piece or a second mixture",
            note: "named and listed in the recipe, on the Weigh tray",
          },
        ]}
      />
      {inside && (
        <>
          {", "}
          <Quantity
            {...e}
            label={`Mass inside each${of}`}
            kind="mass"
            path={[...path, "inside", "each"]}
            text={inside.each}
          />{" "}
          in each
        </>
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
            ; <Made {...e} filling={filling} path={path} of={of} />,{" "}
            <Inside {...e} filling={filling} path={path} of={of} />.
          </span>
        );
      })}
    </>
  );
}
