import { useState, type ReactNode } from "react";

import type { Sheet } from "../api/client";
import type { Scale } from "../api/scale";
import { MadeOf } from "../drawings/made-of";
import { duration } from "../lib/clock";
import { spoons } from "../lib/quantity";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import type { Drawer } from "../ui/drawers";
import { Fact, Facts, Headline, Plate } from "../ui/facts";
import { Segments } from "../ui/segments";
import { heldBack, Mixing } from "../parts/mixing";

const percent = (value: number) => `${value.toFixed(value < 10 ? 1 : 0)} %`;

function Lines({
  title,
  lines,
  total,
  note = "",
}: {
  title: string;
  note?: string;
  lines: Sheet["weigh"]["dough"];
  total: number;
}) {
  const u = useUnits();
  return (
    <table className="w-full">
      <caption className="pb-1 text-left text-lg font-bold">{title}</caption>
      <tbody>
        {lines.map((line, i) => (
          // A food may stand in two lines, in a sponge and in the dough.
          <tr key={`${line.key}-${i}`} className="border-t-2 border-inset leading-snug">
            <th scope="row" className="py-px pr-2 text-left font-normal">
              {u.text(line.name)}
            </th>
            <td className="py-px text-right text-lg font-bold whitespace-nowrap">{u.mass(line.shown_g)}</td>
          </tr>
        ))}
        <tr className="border-t-2 border-cobalt leading-snug">
          <th scope="row" className="py-px text-left font-bold">
            together
            {note && <span className="block text-base font-normal text-muted">{note}</span>}
          </th>
          <td className="py-px text-right text-lg font-bold whitespace-nowrap text-cobalt">{u.mass(total)}</td>
        </tr>
      </tbody>
    </table>
  );
}

/** How much water the dough holds: with its doubt where the flour was measured by cups. */
function Hydration({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const { hydration, dough, doubt_line, percentages } = sheet.weigh;
  const doubtful = dough[doubt_line ?? 0];
  if (hydration.high - hydration.low < 2)
    return (
      <Fact name="True hydration" term="stated, true hydration" value={percent(percentages.true_hydration)} strong />
    );
  return (
    <Fact
      name="True hydration"
      term="stated, true hydration"
      from={`most of the doubt is the ${doubtful ? u.text(doubtful.name) : "flour"}: weigh a cup of it once`}
      value={`${Math.round(hydration.low)} to ${Math.round(hydration.high)} %`}
      strong
    />
  );
}

export function WeighFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const w = sheet.weigh;
  const off = u.quantity({ kind: "temperature_difference", value: 1.5, digits: 1 });
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
        note={`for dough near ${u.temperature(Math.round(w.dough_c))}${w.dough_c_measured ? " (measured)" : `, give or take ${off}`}`}
      />
      <Facts>
        <Hydration sheet={sheet} />
        {w.sponge && (
          <Fact
            name="Sponge"
            term="sponge"
            from={`${Math.round(w.sponge.flour_share)} % of the flour, ${percent(w.sponge.yeast)} yeast on its own`}
            value={`${u.mass(w.sponge.grams)} at ${Math.round(w.sponge.hydration)} %`}
          />
        )}
      </Facts>
      {w.hold_back_g >= 1 && <p className="mt-1">{heldBack(sheet, u)}</p>}
    </>
  );
}

/** So many fillings stand beside the dough; of more, and on a phone, one thing is in sight at a time. */
const BESIDE_THE_DOUGH = 1;

/** What is weighed, line by line. */
export function WeighPicture({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const phone = usePhone();
  const [chosen, setChosen] = useState(0);
  const w = sheet.weigh;
  const dough = <Lines title="Dough" lines={w.dough} total={w.dough_g} />;
  const fillings = sheet.groups.flatMap((g, i) =>
    g.filling.length > 0 ? [{ name: u.text(g.name), lines: <FillingLines key={i} sheet={sheet} group={g} /> }] : [],
  );
  if (!phone && fillings.length <= BESIDE_THE_DOUGH)
    return (
      <div className="grid items-start gap-x-6 gap-y-4 wide:grid-cols-2">
        {dough}
        <div>{fillings.map((f) => f.lines)}</div>
      </div>
    );
  if (!phone) {
    const at = Math.min(chosen, fillings.length - 1);
    return (
      <div className="grid items-start gap-x-6 gap-y-4 wide:grid-cols-2">
        {dough}
        <div>
          <Segments label="Filling" options={fillings.map((f) => f.name)} value={at} onChoose={setChosen} />
          {fillings[at]?.lines}
        </div>
      </div>
    );
  }
  const at = Math.min(chosen, fillings.length);
  return (
    <>
      {fillings.length > 0 && (
        <Segments label="Weighed" options={["Dough", ...fillings.map((f) => f.name)]} value={at} onChoose={setChosen} />
      )}
      {at === 0 ? dough : fillings[at - 1]?.lines}
    </>
  );
}

function FillingLines({ sheet, group: g }: { sheet: Sheet; group: Sheet["groups"][number] }) {
  const u = useUnits();
  const loses = g.filled && g.filled.weighed_g > g.filled.needed_g * 1.005 ? g.filled : null;
  return (
    <Lines
      title={`Filling: ${u.text(g.name)}${sheet.groups.length > 1 ? `, for ${g.pieces}` : ""}`}
      lines={g.filling}
      total={g.filled?.weighed_g ?? g.filling_g}
      note={loses ? `gives ${u.mass(loses.needed_g)} once ${loses.treatments.map(u.text).join(", ") || "made"}` : ""}
    />
  );
}

/** The dough by baker's percentages, in spoons where it is a spoonful, and drawn by mass. */
function Makeup({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const w = sheet.weigh;
  const { percentages } = w;
  const phone = usePhone();
  const filling = sheet.groups.flatMap((g) => g.filling).filter((line) => w.spoons[line.key] !== undefined);
  const inSpoons = (key: string) => `about ${spoons((w.spoons[key] ?? 0) * 4.929)}`;
  return (
    <div className="grid items-start gap-x-10 gap-y-4 tab:grid-cols-2">
      <Plate caption="what the dough is made of, by mass">
        <MadeOf
          title="What the dough is made of"
          parts={w.dough
            .filter((l) => l.grams > 0)
            .map((l) => ({ name: u.text(l.name), grams: l.grams, role: l.role }))}
          mass={u.mass}
          narrow={phone}
        />
      </Plate>
      <dl>
        <Fact
          name="Stated hydration"
          term="stated, true hydration"
          from="water alone; the true one counts milk, egg and butter"
          value={percent(percentages.stated_hydration)}
        />
        <Fact name="Yeast" from="as instant" value={percent(percentages.yeast)} />
        <Fact name="Salt" value={percent(percentages.salt)} />
        {percentages.sugar > 0.05 && <Fact name="Sugar" value={percent(percentages.sugar)} />}
        {percentages.fat > 0.05 && <Fact name="Fat" value={percent(percentages.fat)} />}
        {w.dough.map(
          (line, i) =>
            line.percent != null && (
              <Fact
                key={i}
                name={u.text(line.name)}
                value={`${percent(line.percent)} of the flour`}
                from={w.spoons[line.key] === undefined ? "" : inSpoons(line.key)}
              />
            ),
        )}
        {filling.map((line, i) => (
          <Fact key={i} name={u.text(line.name)} value={u.mass(line.shown_g)} from={inSpoons(line.key)} />
        ))}
        {w.dough.map(
          (line, i) =>
            w.dilutions[line.key] !== undefined && (
              <Fact
                key={i}
                name={`${u.text(line.name)}, without a fine scale`}
                value={`${u.mass(w.dilutions[line.key] ?? 0)} of the mix`}
                from={`${u.mass(5)} stirred into water to ${u.mass(100)}`}
              />
            ),
        )}
      </dl>
    </div>
  );
}

interface Parts {
  settings: ReactNode;
  scale: Scale | null;
  recipe: ReactNode;
  getOut: ReactNode;
}

export const weighDrawers = (sheet: Sheet, { settings, scale, recipe, getOut }: Parts): Drawer[] => [
  { key: "change", name: "Change it", content: settings },
  { key: "scale", name: "Onto the scale", content: <Mixing order={sheet.weigh.order} scale={scale} /> },
  { key: "recipe", name: "Change the recipe", content: [recipe, getOut] },
  { key: "numbers", name: "The numbers", content: <Makeup sheet={sheet} /> },
];
