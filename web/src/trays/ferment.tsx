import type { ReactNode } from "react";

import type { RiseTray, Sheet } from "../api/client";
import { BowlDrawing, PokeDrawing } from "../drawings/states";
import { clock, duration } from "../lib/clock";
import { useBenchSize } from "../parts/bench-size";
import { FermentCurve, Story, times } from "../parts/ferment-curve";
import { useUnits } from "../lib/settings";
import type { Drawer } from "../ui/drawers";
import { Fact, Facts, Headline, Numbers, Plate } from "../ui/facts";

/** The rests of a stage left to the clock. */
const rested = (t: RiseTray) =>
  t.clock.every((m) => m === 0) ? "No proof" : `Leave it ${t.clock.map((m) => Math.round(m)).join(" + ")} min`;

function Ready({ tray, title, under, ask }: { tray: RiseTray; title: string; under: string; ask: "rise" | "proof" }) {
  const never = tray.forecast.ready === null;
  if (tray.clock.length > 0)
    return (
      <Headline
        title={rested(tray)}
        under={under}
        figure={clock(tray.ready)}
        note={tray.size_then ? `by then about ${times(tray.size_then.typical)}` : "it does not grow"}
      />
    );
  return (
    <Headline
      title={title}
      under={under}
      {...(never || tray.rests ? {} : { ask })}
      figure={never ? "not in sight" : `${clock(tray.ready_low)} to ${clock(tray.ready_high)}`}
      note={
        never
          ? "The forecast does not reach the aim within a day and a half."
          : `look from ${clock(tray.look_from)}, most likely ${clock(tray.ready)}`
      }
    />
  );
}

export function RiseFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const t = sheet.rise;
  return (
    <>
      <Ready
        ask="rise"
        tray={t}
        title={t.rests ? "Let it rest" : `Let it rise until ${times(t.forecast.target)}`}
        under={`oiled bowl, covered, ${t.where.map(u.text).join(", then ")}: ${u.temperature(Math.round(t.air_c * 2) / 2)}`}
      />
      <Facts>
        <Fact
          name="Dough at the start"
          value={u.temperature(Math.round(t.start_c * 2) / 2)}
          from={
            sheet.weigh.dough_c_measured
              ? "measured"
              : `from liquid at ${u.temperature(Math.round(sheet.weigh.water_c))}`
          }
          strong
        />
        {t.past_from && (
          <Fact
            name="Once it is ready"
            value={`use it within ${duration(Math.max(0, Date.parse(t.past_from) - Date.parse(t.ready)) / 60_000)}`}
            from={
              t.past ? `past its best since ${clock(t.past.since)}` : "after that it sinks, and the crumb is coarse"
            }
          />
        )}
      </Facts>
    </>
  );
}

/** The same dough in the same bowl, at the start and when it is ready: heights from the forecast volume. */
function Bowls({ tray }: { tray: RiseTray }) {
  const bowl = (ratio: number, label: string) => (
    <Plate caption={label} className="w-36">
      <BowlDrawing ratio={ratio} title={label} />
    </Plate>
  );
  return (
    <>
      {bowl(1, `${clock(tray.start)}, as it went in`)}
      {bowl(Math.min(tray.forecast.target, 2.6), `${clock(tray.ready)}, ${times(tray.forecast.target)}`)}
    </>
  );
}

const POKES = [
  { left: 0.08, label: "springs back at once: wait" },
  { left: 0.5, label: "fills slowly: ready" },
  { left: 0.95, label: "stays: too far" },
];

function Pokes() {
  return POKES.map(({ left, label }) => (
    <Plate key={label} caption={label} className="w-36">
      <PokeDrawing left={left} title={label} />
    </Plate>
  ));
}

function Cues({ tray }: { tray: RiseTray }) {
  const u = useUnits();
  return (
    <div className="grid gap-x-8 gap-y-2 tab:grid-cols-2">
      <section aria-label="By the dough">
        <h3 className="font-bold">By the dough</h3>
        {tray.cues.map((cue) => (
          <p key={u.text(cue)} className="text-base">
            {u.text(cue)}
          </p>
        ))}
      </section>
      {tray.would_narrow.length > 0 && (
        <section aria-label="Surer with">
          <h3 className="font-bold">What would make it surer</h3>
          {tray.would_narrow.map((what) => (
            <p key={u.text(what)} className="text-base">
              {u.text(what)}
            </p>
          ))}
        </section>
      )}
    </div>
  );
}

/** Keep this forecast in sight while the bake is changed: what if the kitchen were warmer, the yeast less. */
function Compare({
  tray,
  other,
  onKeep,
}: {
  tray: RiseTray;
  other: RiseTray | null;
  onKeep: (tray: RiseTray | null) => void;
}) {
  if (tray.rests) return null;
  return (
    <p className="-mt-3 text-center text-base text-muted">
      {other
        ? `dashed: as it was, ready ${other.forecast.ready ? `${clock(other.ready_low)} to ${clock(other.ready_high)}` : "never"}; now ${tray.forecast.ready ? `${clock(tray.ready_low)} to ${clock(tray.ready_high)}` : "never"}`
        : "what if? keep this curve, then change a word"}{" "}
      <button
        type="button"
        className="min-h-6 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
        onClick={() => onKeep(other ? null : tray)}
      >
        {other ? "let it go" : "keep it to compare"}
      </button>
    </p>
  );
}

export interface Comparing {
  other: RiseTray | null;
  onKeep: (tray: RiseTray | null) => void;
}

/** How it grows, with its doubt; what it was before, where that was kept. */
export function RisePicture({ sheet, now, other }: { sheet: Sheet; now: number; other: RiseTray | null }) {
  const size = useBenchSize();
  const t = sheet.rise;
  if (t.rests)
    return (
      <p className="rounded-xl bg-inset px-4 py-3">
        No yeast: this dough rests for {duration(t.forecast.ready?.typical ?? 0)} and does not rise. Nothing is forecast
        of its size.
      </p>
    );
  return <FermentCurve tray={t} now={now} {...size} other={other} />;
}

/** What to look for: drawn, and in words. */
function Looks({ tray, bowls = false }: { tray: RiseTray; bowls?: boolean }) {
  return (
    <div className="flex flex-col gap-4">
      {!tray.rests && (
        <div className="flex flex-wrap justify-around gap-3">
          {bowls && <Bowls tray={tray} />}
          <Pokes />
        </div>
      )}
      <Cues tray={tray} />
    </div>
  );
}

function RiseNumbers({ sheet, compare }: { sheet: Sheet; compare: Comparing }) {
  const t = sheet.rise;
  return (
    <div className="flex flex-col gap-3">
      {!t.rests && (
        <Numbers>
          <Fact name="Yeast" value={`${sheet.weigh.percentages.yeast.toFixed(2)} %`} from="of the flour, as instant" />
          <Fact
            name="This kitchen rises"
            term="vigour"
            value={`× ${t.vigour.toFixed(2)}`}
            from={t.bakes_logged ? `learned from ${t.bakes_logged} bakes` : "assumed: no bake logged yet"}
          />
        </Numbers>
      )}
      <Compare tray={t} {...compare} />
      <Story tray={t} />
    </div>
  );
}

function SecondRise({ tray, now }: { tray: RiseTray; now: number }) {
  return (
    <section aria-label="Second rise">
      <p className="font-bold">
        From {clock(tray.start)}: ready {clock(tray.ready_low)} to {clock(tray.ready_high)}
      </p>
      <FermentCurve tray={tray} now={now} height={220} />
    </section>
  );
}

interface Parts {
  settings: ReactNode;
  now: number;
  compare: Comparing;
  options: ReactNode;
}

export const riseDrawers = (sheet: Sheet, { settings, now, compare, options }: Parts): Drawer[] => [
  { key: "change", name: "Change it", content: settings },
  { key: "look", name: "What to look for", content: <Looks tray={sheet.rise} bowls /> },
  ...(sheet.again ? [{ key: "again", name: "Second rise", content: <SecondRise tray={sheet.again} now={now} /> }] : []),
  ...(sheet.rise.rests ? [] : [{ key: "options", name: "Sooner or later", content: options }]),
  { key: "numbers", name: "The numbers", content: <RiseNumbers sheet={sheet} compare={compare} /> },
];

export function ProofFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const t = sheet.proof;
  return (
    <>
      <Ready
        ask="proof"
        tray={t}
        title={t.rests ? "No proof" : `Proof until ${times(t.forecast.target)}, light when lifted`}
        under={`covered, room to grow, ${t.where.map(u.text).join(", then ")}: ${u.temperature(Math.round(t.air_c * 2) / 2)}`}
      />
      <Facts>
        <Fact
          name={
            sheet.heat.method === "steam"
              ? "Bring water to the boil"
              : sheet.heat.method === "pan"
                ? "Heat the pan"
                : "Preheat"
          }
          value={clock(sheet.day.steps.find((s) => s.key === "preheat")?.start ?? sheet.day.eat)}
          from={`${duration(sheet.heat.preheat_min)} before the heat`}
          strong
        />
        <Fact
          name="First to last"
          value={duration(t.first_to_last_min)}
          from="the first wrapped is ahead by that: cook it first"
        />
      </Facts>
    </>
  );
}

export function ProofPicture({ sheet, now }: { sheet: Sheet; now: number }) {
  const size = useBenchSize();
  const t = sheet.proof;
  if (t.rests)
    return <p className="rounded-xl bg-inset px-4 py-3">No proof: into the heat as soon as the last is wrapped.</p>;
  return <FermentCurve tray={t} now={now} {...size} />;
}

function ProofNumbers({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const t = sheet.proof;
  const per = t.forecast.ready;
  return (
    <div className="flex flex-col gap-3">
      <Numbers>
        <Fact
          name="Pieces at the start"
          value={u.temperature(Math.round(t.start_c))}
          from="dough and cold filling evened out"
          strong
        />
        {per && (
          <Fact
            name="For one piece"
            value={duration(per.typical)}
            from={`${duration(per.low)} to ${duration(per.high)}`}
          />
        )}
      </Numbers>
      <Story tray={t} />
    </div>
  );
}

export const proofDrawers = (sheet: Sheet, settings: ReactNode): Drawer[] => [
  ...(sheet.proof.rests ? [] : [{ key: "change", name: "Change it", content: settings }]),
  { key: "look", name: "What to look for", content: <Looks tray={sheet.proof} /> },
  { key: "numbers", name: "The numbers", content: <ProofNumbers sheet={sheet} /> },
];
