import type { Sheet } from "../api/client";
import { duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { Fact, Facts } from "../ui/facts";

type Group = Sheet["groups"][number];
type Filled = NonNullable<Group["filled"]>;

const WAYS: Record<string, string> = { tray: "spread on a tray", box: "in a deep box", bowl: "heaped in a bowl" };

function Cooling({ f }: { f: Filled }) {
  const mine = f.coolings.find((c) => c.vessel === f.vessel);
  if (!mine) return null;
  const others = f.coolings.filter((c) => c !== mine);
  const total = (c: typeof mine) => c.bench_min + c.fridge_min;
  return (
    <Fact
      name={`Cools ${WAYS[f.vessel]}`}
      value={duration(total(mine))}
      from={`${duration(mine.bench_min)} until it stops steaming${mine.fridge_min >= 1 ? `, ${duration(mine.fridge_min)} in the fridge` : ""}; ${others.map((c) => `${WAYS[c.vessel]} ${duration(total(c))}`).join(", ")}`}
    />
  );
}

/** The filling as a formula of its own: how much, how wet, how stiff, how long it cools. */
function OneFilling({ group, named }: { group: Group; named: boolean }) {
  const u = useUnits();
  const f = group.filled;
  if (!f) return null;
  const first = f.binders[0];
  const share = (percent: number) => u.quantity({ kind: "percent", value: percent, digits: percent < 10 ? 1 : 0 });
  const made = f.made_g !== null && f.made_g !== undefined;
  return (
    <section aria-label={`Filling: ${u.text(group.name)}`}>
      <h3 className="text-lg font-bold">{named ? `Filling: ${u.text(group.name)}` : "The filling"}</h3>
      <Facts>
        <Fact
          name="In all"
          value={u.mass(f.needed_g)}
          from={
            made
              ? `${u.mass(f.made_g ?? 0)} made: ${f.short_g > 0 ? `${u.mass(f.short_g)} short` : `${u.mass(-f.short_g)} over`}`
              : f.weighed_g > f.needed_g * 1.005
                ? `${u.mass(f.weighed_g)} before it is ${f.treatments.map(u.text).join(", ") || "made"}`
                : `${group.pieces} × ${u.mass(group.filling_each_g)}`
          }
          strong
        />
        {f.laid.map((one, n) => (
          <Fact
            key={n}
            name={`Laid into each: ${one.name}`}
            value={u.mass(one.each_g)}
            from="in the middle, filling round it"
          />
        ))}
        <Fact
          name="Juice in it"
          value={u.text(f.word)}
          from={`about ${share(f.juice)} of it${f.most_from.length > 0 ? `, most from ${u.text(f.most_from)}` : ""}; up to ${share(f.bears)} closes well (assumed)`}
          strong={f.juice > f.bears}
        />
        {first && (
          <Fact
            name="Binds it"
            value={`${u.mass(first.grams)} ${u.text(first.name)}`}
            from={f.binders
              .slice(1)
              .map((b) => `or ${u.mass(b.grams)} ${u.text(b.name)}`)
              .join(", ")}
          />
        )}
        <Fact name="Salt in it" value={share(f.salt)} from="in all of it, as it is wrapped" />
        <Fact name={`At ${u.temperature(f.celsius)}`} value={u.text(f.stiff.word)} from={u.text(f.stiff.means)} />
        <Cooling f={f} />
      </Facts>
    </section>
  );
}

export function FillingNumbers({ sheet }: { sheet: Sheet }) {
  const filled = sheet.groups.filter((g) => g.filled);
  return (
    <div className={filled.length > 1 ? "grid gap-x-8 gap-y-4 min-[60rem]:grid-cols-2" : ""}>
      {filled.map((g, i) => (
        <OneFilling key={i} group={g} named={sheet.groups.length > 1} />
      ))}
    </div>
  );
}
