import { Fragment } from "react";

import type { Bake, Sheet } from "../api/client";
import { setAt } from "../lib/path";
import { useUnits } from "../lib/settings";
import { Choice } from "../ui/choice";
import { Quantity, QUIET, type Editing, type Path } from "./quantity";

type Wrap = Sheet["groups"][number]["wrap"];
type Size = "asked" | "across" | "thickness";

const SIZES = [
  { value: "asked" as const, label: "as wide as the filling asks" },
  { value: "across" as const, label: "to a width of my own" },
  { value: "thickness" as const, label: "to a thickness of my own" },
];

/** The size one group is rolled to: what its filling asks, or a width or thickness the cook wants. */
function RolledTo({ path, wrap, of, ...e }: Editing & { path: Path; wrap: Wrap; of: string }) {
  const at = path.reduce<unknown>((found, step) => (found as Record<string | number, unknown>)[step], e.document);
  const { across, thickness } = at as Pick<Bake, "across" | "thickness">;
  const size: Size = across ? "across" : thickness ? "thickness" : "asked";
  const sized = (next: Size): Bake => {
    const mm = { asked: null, across: wrap.across_mm.toFixed(0), thickness: wrap.mean_mm.toFixed(1) }[next];
    const cleared = setAt(setAt(e.document, [...path, "across"], null), [...path, "thickness"], null);
    return next === "asked" ? cleared : setAt(cleared, [...path, next], `${mm} mm`);
  };
  return (
    <>
      Rolled{of && ` for the ${of}`}{" "}
      <Choice
        label={`Rolled to${of && `, ${of}`}`}
        value={size}
        className={QUIET}
        options={SIZES}
        onChoose={(next) => e.edit(sized(next))}
      />
      {size !== "asked" && (
        <>
          {": "}
          <Quantity
            {...e}
            label={`${size === "across" ? "Width" : "Thickness"} wanted${of && `, ${of}`}`}
            kind="length"
            path={[...path, size]}
            text={across ?? thickness ?? ""}
          />
        </>
      )}
      .{" "}
    </>
  );
}

/** The size every group with a wrapper is rolled to. */
export function RollSettings({ sheet, ...e }: Editing & { sheet: Sheet }) {
  const u = useUnits();
  return sheet.groups.map((g, i) => {
    if (!g.wrap.rolled || (i > 0 && !e.document.more_groups?.[i - 1])) return null;
    const path: Path = i === 0 ? [] : ["more_groups", i - 1];
    return (
      <Fragment key={i}>
        <RolledTo {...e} path={path} wrap={g.wrap} of={sheet.groups.length > 1 ? u.text(g.name) : ""} />
      </Fragment>
    );
  });
}
