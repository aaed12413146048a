import type { Sheet } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { TypeIt } from "../../parts/type-it";
import type { RunStore } from "../../stores/run";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";

function Amounts({ lines }: { lines: Sheet["weigh"]["dough"] }) {
  const u = useUnits();
  return (
    <ul className="text-xl tab:text-2xl">
      {lines.map((l, i) => (
        <li key={`${l.key}-${i}`} className="flex justify-between border-b-2 border-inset py-1">
          {u.text(l.name)}
          <strong>{u.mass(l.shown_g)}</strong>
        </li>
      ))}
    </ul>
  );
}

interface Props {
  sheet: Sheet;
  store: RunStore;
  open: boolean;
  onClose: () => void;
}

/** What each filling is made of, and what it weighs once made. */
export function FillingPanel({ sheet, store, open, onClose }: Props) {
  const u = useUnits();
  return (
    <Panel
      title={`The filling: ${sheet.groups.map((g) => u.mass(g.filling_g)).join(" + ")}`}
      note={`${sheet.groups.map((g) => `${u.mass(g.filling_each_g)} for each of ${g.pieces}`).join(", ")}. Have it cold before you wrap.`}
      open={open}
      onClose={onClose}
    >
      {sheet.groups.map((g, i) => (
        <section key={i} aria-label={u.text(g.name)} className={i ? "mt-4" : ""}>
          {sheet.groups.length > 1 && (
            <h3 className="text-lg font-bold">
              {u.text(g.name)}, for {g.pieces}
            </h3>
          )}
          <Amounts lines={g.filling} />
          {g.filled && (
            <div className="mt-2 text-lg">
              <TypeIt
                label={sheet.groups.length > 1 ? `The ${u.text(g.name)} weighs` : "Made, it weighs"}
                large
                most={100_000}
                onValue={(grams) => {
                  store.mark([{ kind: "filling_weight", stage: "filling", value: grams, where: String(i + 1) }]);
                  onClose();
                }}
              />
              {g.filled.made_g !== null && (
                <p className="mt-1">
                  {u.mass(g.filled.made_g ?? 0)} made:{" "}
                  {g.filled.short_g < -1
                    ? `${u.mass(-g.filled.short_g)} more than is needed`
                    : `${u.mass((g.filled.made_g ?? 0) / g.pieces)} in each`}
                  .
                </p>
              )}
            </div>
          )}
        </section>
      ))}
      <Button look="crust" className="mt-4 min-h-16 w-full text-xl" onClick={onClose}>
        Back to the dough
      </Button>
    </Panel>
  );
}
