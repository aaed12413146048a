import type { ReactNode } from "react";

import type { HeatTray, Sheet } from "../api/client";
import { Pot } from "../drawings/pot";
import { clockFrom, duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import type { Drawer } from "../ui/drawers";
import { Fact, Facts, Headline, Numbers, Plate } from "../ui/facts";
import { useBenchSize } from "../parts/bench-size";
import { CoreCurve } from "../parts/core-curve";
import { Fitted } from "../parts/fit";

const VERB: Record<string, string> = { steam: "Steam", oven: "Bake", pan: "Cook in the pan" };
const DONE: Record<string, string> = { steam: "steamed", oven: "baked", pan: "cooked in the pan" };
const CAME: Record<string, string> = {
  proofed: "",
  fridge: ", straight from the fridge",
  frozen: ", straight from the freezer",
};

/** Where it stands, and what the hands do meanwhile. */
function under(h: HeatTray, u: ReturnType<typeof useUnits>): string {
  const came = CAME[h.came] ?? "";
  if (h.method === "steam") return `count from visible steam${came}`;
  return `${u.text(h.handling)}${h.method === "oven" ? came : ""}`;
}

const DECIDES = { middle: "the middle", crumb: "the crumb", golden: "the colour" };

/** What the heat must do, when each is done, and what is planned beyond. */
function Done({ heat }: { heat: HeatTray }) {
  const u = useUnits();
  const { middle_min, crumb_min, crumb_c, golden_min, least_min, decides } = heat.needs;
  const at = (minutes: number | null) => (minutes === null ? "never" : `${Math.round(minutes)} min`);
  const r = heat.reaches;
  const over = least_min === null || heat.stated ? 0 : heat.minutes_planned - least_min;
  return (
    <>
      <Fact
        name="Middle safe"
        term="line"
        ask="middle"
        value={at(middle_min)}
        from={`${u.temperature(heat.line_c)}${r ? `, somewhere from ${Math.round(r.low)} to ${Math.round(r.high)} min` : ""}`}
        strong
      />
      <Fact
        name="Crumb set"
        ask="crumb"
        term="crumb, crust"
        value={at(crumb_min)}
        from={`${u.temperature(crumb_c)} in the dough`}
      />
      {heat.method === "oven" && (
        <Fact
          name="Golden"
          ask="golden"
          value={at(golden_min)}
          from={`${heat.colour} when out; ${heat.loss_percent.toFixed(0)} % of its weight bakes off`}
        />
      )}
      {over >= 0.5 && (
        <Fact
          name="Margin"
          value={`+ ${Math.round(over)} min`}
          from={`on ${DECIDES[decides]}, for what is not known`}
        />
      )}
    </>
  );
}

/** When most cooks would take them out, apart from what is added for doubt. */
function LikelyDone({ heat }: { heat: HeatTray }) {
  const { likely_min, likely_rests, surely_min, golden_min } = heat.needs;
  if (likely_min === null || surely_min === null) return null;
  const rested = likely_rests && "counting the rest that follows";
  const golden = heat.method === "oven" && golden_min !== null && `golden by ${Math.round(golden_min)} min`;
  return (
    <Fact
      name="Likely done"
      value={`${Math.round(likely_min)} min, surely ${Math.round(surely_min)}`}
      from={[rested, golden].filter(Boolean).join("; ") || undefined}
    />
  );
}

/** The oven's setting as other ovens say it. */
function Dial({ heat }: { heat: HeatTray }) {
  const d = heat.dial;
  if (!d) return null;
  return (
    <Fact
      name="On other ovens"
      value={`${Math.round(d.fahrenheit)} °F`}
      from={`${Math.round(d.celsius)} °C still, ${Math.round(d.fan_celsius)} °C fan${d.gas_mark ? `, gas mark ${d.gas_mark}` : ""}`}
    />
  );
}

export function HeatFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const h = sheet.heat;
  return (
    <>
      <Headline
        title={
          h.method === "steam" ? `Steam, ${u.text(h.setting)}, lid shut` : `${VERB[h.method]} at ${u.text(h.setting)}`
        }
        under={under(h, u)}
        ask="heat"
        figure={duration(h.minutes_planned)}
        note={
          h.probe_from_min !== null
            ? `probe the middle from ${duration(h.probe_from_min)} on`
            : `the middle does not reach ${u.temperature(h.line_c)}`
        }
      />
      <Facts>
        <Fact
          name="Middle at the end"
          ask="end"
          term="core"
          value={u.temperature(Math.round(h.core_at_end_c))}
          from={`give or take ${u.quantity({ kind: "temperature_difference", value: 10 })}; ${u.temperature(Math.round(h.core_after_rest_c))} rested`}
          strong
        />
        <LikelyDone heat={h} />
        <Fact
          name="At once"
          term="fit, load, holder"
          value={h.loads > 1 ? `${h.per_load}, ${h.loads} loads` : `all ${h.pieces}`}
        />
        {sheet.unbaked && (
          <Fact
            name="Into the heat by"
            value={clockFrom(sheet.unbaked.by)}
            from={`${u.text(sheet.unbaked.kind)}: ${sheet.unbaked.days} days in the ${sheet.unbaked.place === "frozen" ? "freezer" : "fridge"}; local rules come first`}
            strong
          />
        )}
        {sheet.kept_back.map((back, i) => (
          <Fact
            key={i}
            name={`${back.pieces} kept raw`}
            value={`by ${clockFrom(back.unbaked.by)}`}
            from={`${u.text(back.said)} ${u.text(back.unbaked.kind)}: ${back.unbaked.days} days; local rules come first`}
            strong
          />
        ))}
      </Facts>
    </>
  );
}

/** The numbers behind the minutes. */
function HeatNumbers({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const h = sheet.heat;
  return (
    <Numbers>
      <Done heat={h} />
      <Fact
        name="Killing by heat"
        term="lethality"
        value={h.lethal_enough ? "reached" : "short"}
        from={u.text(h.lethal)}
      />
      <Dial heat={h} />
      {sheet.groups.length > 1 &&
        sheet.groups.map((g, i) => (
          <Fact
            key={i}
            name={u.text(g.name)}
            value={g.reaches ? `${u.temperature(g.line_c)} at ${Math.round(g.reaches.typical)} min` : "not in sight"}
            from={`${u.temperature(Math.round(g.core_at_end_c))} in the middle at the end`}
          />
        ))}
      <Fact
        name="Filling going in"
        value={u.temperature(Math.round(h.start_c))}
        from={
          h.came === "proofed"
            ? "warmed this far since the fridge, on the slow side"
            : `as kept in the ${h.came === "frozen" ? "freezer" : "fridge"}`
        }
      />
      <Fact
        name="Then rest"
        value={duration(h.rest_min)}
        from={h.method === "steam" ? "off the heat, lid on" : "on a rack"}
      />
      <Fact
        name="Stands warm"
        ask="warm"
        value={duration(h.clock.standing_min + h.clock.chilling_min)}
        from={`${h.clock.spells
          .filter((s) => s.rule !== "cooling")
          .map((s) => `${u.text(s.what)} ${Math.round(s.warm_min)}`)
          .join(" + ")}; limit ${duration(h.clock.limit_min)}${
          h.clock.chilling_min > 0 ? `, ${duration(h.clock.all_limit_min)} with chilling` : ""
        }, and it only adds up`}
      />
      {h.pace_bakes > 0 && (
        <Fact
          name="This kitchen"
          term="pace"
          value={`× ${h.pace.toFixed(2)}`}
          from={`of the usual minutes, learned from ${h.pace_bakes} probed ${h.pace_bakes === 1 ? "bake" : "bakes"}`}
        />
      )}
    </Numbers>
  );
}

/** How wide the band is, and what it rests on. */
const bandWords = (h: HeatTray) =>
  h.probed
    ? `band: narrowed by the probe to ±${Math.round(100 * h.doubt)} % of the time`
    : `band: ±${Math.round(100 * h.doubt)} % of the time${h.pace_bakes ? "" : " (assumed)"}`;

function WaterPlate({ heat, baskets }: { heat: HeatTray; baskets: number }) {
  const u = useUnits();
  const w = heat.water;
  const phone = usePhone();
  if (!w) return null;
  const tops = w.top_up.map((t) => `+ ${u.volume(t.ml)} boiling, at ${Math.round(t.minute)} min`);
  return (
    <Plate
      caption={`${u.volume(Math.round(w.rate))} boils away a minute; what is poured in at first lasts ${Math.round(w.lasts_min)} min of steam`}
    >
      <Pot
        water={w}
        baskets={baskets}
        show={(ml) => u.volume(Math.round(ml / 10) * 10)}
        tops={tops}
        narrow={phone}
        title={`Water in the pot: ${u.volume(w.ml)} at first, ${u.volume(Math.round(w.left_ml))} at the end, never below ${u.volume(Math.round(w.least_ml))}`}
      />
    </Plate>
  );
}

/** The middle's warmth, minute by minute, with its doubt. */
export function HeatPicture({ sheet }: { sheet: Sheet }) {
  const size = useBenchSize();
  return (
    <>
      <CoreCurve heat={sheet.heat} {...size} />
      <p className="text-center text-muted max-tab:sr-only">
        {sheet.groups.length > 1 ? "the piece that needs the longest; " : ""}
        {bandWords(sheet.heat)}
      </p>
    </>
  );
}

/** A heat of its own, for pieces that go in otherwise. */
function OtherHeat({ heat }: { heat: HeatTray }) {
  const u = useUnits();
  return (
    <section aria-label={heat.names.map(u.text).join(" and ")} className="mt-3">
      <h4 className="pb-1 text-lg font-bold">
        {heat.names.map(u.text).join(" and ")}: {DONE[heat.method]}, {duration(heat.minutes_planned)}
        {CAME[heat.came]}
      </h4>
      <CoreCurve heat={heat} height={300} />
    </section>
  );
}

export function heatDrawers(sheet: Sheet, settings: ReactNode, answers: Drawer[]): Drawer[] {
  const wet = [sheet.heat, ...sheet.more_heats].filter((h) => h.water);
  return [
    { key: "change", name: "Change it", content: settings },
    ...(sheet.more_heats.length > 0
      ? [
          {
            key: "others",
            name: "The other heat",
            content: sheet.more_heats.map((h, i) => <OtherHeat key={i} heat={h} />),
          },
        ]
      : []),
    { key: "lie", name: "How they lie", content: <Fitted sheet={sheet} /> },
    ...(wet.length > 0
      ? [
          {
            key: "water",
            name: "The water",
            content: wet.map((h, i) => (
              <section key={i} aria-label="Water for the steam" className="mx-auto w-full max-w-md">
                <WaterPlate heat={h} baskets={h.fit.holders} />
              </section>
            )),
          },
        ]
      : []),
    ...answers,
    { key: "numbers", name: "The numbers", content: <HeatNumbers sheet={sheet} /> },
  ];
}
