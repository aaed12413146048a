import type { Sheet } from "../api/client";
import type { Scale } from "../api/scale";
import { MadeOf } from "../drawings/made-of";
import { duration } from "../lib/clock";
import { spoons } from "../lib/quantity";
import { useUnits } from "../lib/settings";
import { Fact, Facts, Headline, Plate } from "../ui/facts";
import { heldBack, Mixing } from "../parts/mixing";

const percent = (value: number) => `${value.toFixed(value < 10 ? 1 : 0)} %`;

function Lines({
  title,
  lines,
  total,
  spoonsOf,
  dilutions = {},
  note = "",
}: {
  title: string;
  note?: string;
  lines: Sheet["weigh"]["dough"];
  total: number;
  spoonsOf: Record<string, number>;
  dilutions?: Record<string, number>;
}) {
  const u = useUnits();
  return (
    <table className="w-full">
      <caption className="pb-1 text-left text-[1.05rem] font-bold">{title}</caption>
      <tbody>
        {lines.map((line, i) => (
          // A food may stand in two lines, in a sponge and in the dough.
          <tr key={`${line.key}-${i}`} className="border-t-2 border-inset">
            <th scope="row" className="py-1 pr-2 text-left font-normal">
              {u.text(line.name)}
              {line.percent != null && <span className="pl-2 text-sm text-muted">{percent(line.percent)}</span>}
            </th>
            <td className="py-1 text-right text-[1.12rem] font-bold whitespace-nowrap">
              {u.mass(line.shown_g)}
              {dilutions[line.key] !== undefined && (
                <span className="block text-sm font-normal text-muted">
                  or {u.mass(dilutions[line.key] ?? 0)} of {u.mass(5)} stirred into water to {u.mass(100)}
                </span>
              )}
              {spoonsOf[line.key] !== undefined && (
                <span className="block text-sm font-normal text-muted">
                  about {spoons((spoonsOf[line.key] ?? 0) * 4.929)}
                </span>
              )}
            </td>
          </tr>
        ))}
        <tr className="border-t-2 border-cobalt">
          <th scope="row" className="py-1 text-left font-bold">
            together
            {note && <span className="block text-sm font-normal text-muted">{note}</span>}
          </th>
          <td className="py-1 text-right text-[1.12rem] font-bold whitespace-nowrap text-cobalt">{u.mass(total)}</td>
        </tr>
      </tbody>
    </table>
  );
}

export function WeighFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const w = sheet.weigh;
  const doubtful = w.dough[w.doubt_line ?? 0];
  const wide = w.hydration.high - w.hydration.low >= 2;
  return (
    <>
      <Headline
        title={`Weigh, mix, knead to a ${u.text(w.feels)} dough`}
        under={duration(w.minutes)}
        ask="water"
        figure={
          w.ice_g > 0
            ? `Iced water: ${u.mass(w.ice_g)} of ice in it`
            : `Liquid at ${u.temperature(Math.round(w.water_c))}`
        }
        note={`lands the dough near ${u.temperature(Math.round(w.dough_c))}${w.dough_c_measured ? " (measured)" : `, give or take ${u.quantity({ kind: "temperature_difference", value: 1.5, digits: 1 })}`}`}
      />
      <Facts
        of="weigh"
        deeper={
          <>
            <Fact name="Stated hydration" from="water alone" value={percent(w.percentages.stated_hydration)} />
            <Fact name="Yeast" from="as instant" value={percent(w.percentages.yeast)} />
            {w.percentages.sugar > 0.05 && <Fact name="Sugar" value={percent(w.percentages.sugar)} />}
            {w.percentages.fat > 0.05 && <Fact name="Fat" value={percent(w.percentages.fat)} />}
          </>
        }
      >
        {wide ? (
          <Fact
            name="True hydration"
            from={`most of the doubt is the ${doubtful ? u.text(doubtful.name) : "flour"}: weigh a cup of it once`}
            value={`${Math.round(w.hydration.low)} to ${Math.round(w.hydration.high)} %`}
            strong
          />
        ) : (
          <Fact
            name="True hydration"
            from="milk, egg and butter counted"
            value={percent(w.percentages.true_hydration)}
            strong
          />
        )}
        {w.sponge && (
          <Fact
            name="Sponge"
            from={`${Math.round(w.sponge.flour_share)} % of the flour, ${percent(w.sponge.yeast)} yeast on its own`}
            value={`${u.mass(w.sponge.grams)} at ${Math.round(w.sponge.hydration)} %`}
          />
        )}
        <Fact name="Salt" value={percent(w.percentages.salt)} />
      </Facts>
    </>
  );
}

export function WeighPlates({ sheet, scale = null }: { sheet: Sheet; scale?: Scale | null }) {
  const u = useUnits();
  const w = sheet.weigh;
  const shown = w.dough.filter((line) => line.grams > 0);
  return (
    <div className="grid gap-6 tab:grid-cols-2">
      <div className="flex flex-col gap-5">
        <Lines title="Dough" lines={w.dough} total={w.dough_g} spoonsOf={w.spoons} dilutions={w.dilutions} />
        <Plate caption="what the dough is made of, by mass">
          <MadeOf
            title="What the dough is made of"
            parts={shown.map((l) => ({ name: u.text(l.name), grams: l.grams, role: l.role }))}
            mass={u.mass}
          />
        </Plate>
      </div>
      <div className="flex flex-col gap-5">
        {sheet.groups.map(
          (g, i) =>
            g.filling.length > 0 && (
              <Lines
                key={i}
                title={`Filling: ${u.text(g.name)}${sheet.groups.length > 1 ? `, for ${g.pieces}` : ""}`}
                lines={g.filling}
                total={g.filled?.weighed_g ?? g.filling_g}
                note={
                  g.filled && g.filled.weighed_g > g.filled.needed_g * 1.005
                    ? `gives ${u.mass(g.filled.needed_g)} once ${g.filled.treatments.map(u.text).join(", ")}`
                    : ""
                }
                spoonsOf={w.spoons}
              />
            ),
        )}
        <Mixing order={w.order} scale={scale} />
        {w.hold_back_g >= 1 && <p className="text-muted">{heldBack(sheet, u)}</p>}
      </div>
    </div>
  );
}
