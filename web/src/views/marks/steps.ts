import type { Caution, RiseTray, Sheet } from "../../api/client";
import { clockFrom, clockNow, duration } from "../../lib/clock";
import type { useUnits } from "../../lib/settings";
import { opening } from "../../lib/words";

const STAGES = ["sponge", "weigh", "rise", "again", "divide", "wrap", "proof", "hold", "heat", "rest"] as const;
export type Stage = (typeof STAGES)[number];

/** The stages of a bake, in the order of its day. */
export const stagesOf = (sheet: Sheet): Stage[] =>
  STAGES.map((stage) => sheet.day.steps.find((s) => s.key === stage))
    .filter((step) => step !== undefined)
    .sort((a, b) => Date.parse(a.start) - Date.parse(b.start))
    .map((step) => step.key as Stage);

/** Whether the pieces are proofed as rounds, then pressed and filled. */
const fillsLate = (sheet: Sheet) => stagesOf(sheet).indexOf("proof") < stagesOf(sheet).indexOf("wrap");

/** The press that sends the pieces on to their heat, or into the cold before it. */
const onTo = (s: Sheet) =>
  s.heat.came === "proofed"
    ? (INTO[s.heat.method] ?? "Into the heat")
    : s.heat.came === "frozen"
      ? "Into the freezer"
      : "Into the fridge";

/** The fermenting stages with something to see, and their trays. */
export function fermenting(stage: Stage, sheet: Sheet): RiseTray | null {
  const tray =
    { sponge: sheet.sponge, rise: sheet.rise, again: sheet.again, proof: sheet.proof }[stage as "rise"] ?? null;
  return tray?.rests ? null : tray;
}

export interface HandsStep {
  stage: Stage;
  name: string;
  title: string;
  under: string;
  /** A fixed figure, or null where the step is a countdown. */
  figure: string | null;
  figureNote: string;
  press: string;
  /** What is to be done to the pieces just before the press; nothing for most. */
  before?: string;
  /** Whether pressing it says that the dough has reached its size: that teaches the kitchen. */
  reachesSize?: boolean;
  cautions: Caution[];
}

type U = ReturnType<typeof useUnits>;

const doneNote = (s: Sheet["rise"]) =>
  s.clock.length > 0
    ? `by the clock, until ${clockFrom(s.ready)}`
    : s.forecast.ready
      ? `ready ${clockFrom(s.ready_low)} to ${clockFrom(s.ready_high)}, look from ${clockFrom(s.look_from)}`
      : "watch the dough: the forecast does not reach its aim";

const resting = (s: Sheet, when: string) => `${when} rest ${duration(s.bench_rest_min)}, covered`;

/** The size to cut: one figure, or a line for each size. */
function divided(s: Sheet, u: U): Pick<HandsStep, "figure" | "figureNote"> {
  const p = s.portioned;
  if (p && p.rest_pieces === 0)
    return {
      figure: `${p.portions.length} cut`,
      figureNote: `${(100 * p.spread).toFixed(1)} % apart; ${resting(s, "now")}`,
    };
  if (p?.next_g)
    return {
      figure: u.mass(p.next_g),
      figureNote: `${p.next_what.length > 0 ? `a ${u.text(p.next_what)}, ` : ""}piece ${p.portions.length + 1} of ${s.divide.lumps}; the dough is shared out anew after each`,
    };
  const [first, ...others] = s.divide.groups;
  const different = others.filter((g) => g.each_shown_g !== first?.each_shown_g);
  if (different.length)
    return {
      figure: [first, ...different].map((g) => `${g?.pieces} × ${u.mass(g?.each_shown_g ?? 0)}`).join(" + "),
      figureNote: resting(s, "then"),
    };
  return {
    figure: u.mass(first?.each_shown_g ?? 0),
    figureNote: `each, fine from ${u.mass(first?.fine_from_g ?? 0)} to ${u.mass(first?.fine_to_g ?? 0)}; ${resting(s, "then")}`,
  };
}

/** How large to roll the first group's pieces, and what they are. */
function wrapped(s: Sheet, u: U): Pick<HandsStep, "title" | "figure" | "figureNote"> {
  const w = s.groups[0]?.wrap;
  if (!w) return { title: "Fill and close", figure: "", figureNote: "" };
  const title = s.groups.length > 1 ? "Fill and close" : `${opening(u.text(w.label))}: fill and close`;
  const to = `${s.divide.pieces} to wrap`;
  if (s.divide.with_filling)
    return {
      title: "Round them up, bits inside",
      figure: u.mass(w.filling_g),
      figureNote: `of filling in each already; ${to}`,
    };
  if (!w.rolled) return { title, figure: u.mass(w.filling_g), figureNote: `of filling kneaded into each; ${to}` };
  return {
    title,
    figure: w.round ? u.length(w.across_mm) : `${u.length(w.across_mm)} × ${u.length(w.along_mm)}`,
    figureNote: `${w.round ? "across, " : ""}about ${u.length(w.mean_mm)} thick; ${to}`,
  };
}

/** By when pieces kept cold must be in the heat. */
const bakeBy = ({ unbaked }: Sheet) =>
  unbaked ? `; into the heat by ${clockFrom(unbaked.by)}${unbaked.late ? ": the plan is too late" : ""}` : "";

/** Where a dough stands: how warm it is there as it begins, and where it goes after. */
const inTurn = ({ where, air_c }: RiseTray, u: U) =>
  [
    `${where.slice(0, 1).map(u.text).join("")}, ${u.temperature(Math.round(air_c))}`,
    ...where.slice(1).map(u.text),
  ].join(", then ");

/** When the dough is folded while it is left to the clock. */
const folds = ({ day }: Sheet) => {
  const at = day.steps.filter((s) => s.key.startsWith("fold_")).map((s) => clockFrom(s.start));
  return at.length ? `; fold it at ${at.join(" and ")}` : "";
};

const HEAT_UP: Record<string, string> = { steam: "water on to boil", oven: "preheat", pan: "heat the pan" };
const INTO: Record<string, string> = { steam: "Into the steam", oven: "Into the oven", pan: "Into the pan" };

/** What the hands do while it heats. */
function heatTitle(s: Sheet, u: U): string {
  const topUp = s.heat.water?.top_up[0];
  return topUp ? `Top up with boiling water after ${duration(topUp.minute)}` : opening(u.text(s.heat.handling));
}

const titles: Record<
  Stage,
  (s: Sheet, u: U) => Pick<HandsStep, "name" | "title" | "under" | "figure" | "figureNote" | "press" | "before">
> = {
  weigh: (s, u) => ({
    name: "Weigh and knead",
    title: `Knead to a ${u.text(s.weigh.feels)} dough`,
    under: `liquid at ${u.temperature(Math.round(s.weigh.water_c))}`,
    figure: u.mass(s.weigh.flour_g),
    figureNote: `of flour, ${u.mass(s.weigh.dough_g)} of dough in all`,
    press: "Kneaded, in the bowl",
  }),
  sponge: (s, u) => ({
    name: "Sponge",
    title: "Mix the sponge, let it ripen",
    under: `${u.mass(s.weigh.sponge?.grams ?? 0)}: ${s.weigh.order
      .filter((a) => a.vessel === "sponge")
      .map((a) => `${u.mass(a.adds_g)} ${u.text(a.name)}`)
      .join(", ")}`,
    figure: null,
    figureNote: s.sponge ? doneNote(s.sponge) : "",
    press: "It is ripe",
    reachesSize: s.sponge?.clock.length === 0,
  }),
  again: (s, u) => ({
    name: "Second rise",
    title: "Knock it back, let it rise again",
    under: `at ${u.temperature(s.again?.air_c ?? s.rise.air_c)}`,
    figure: null,
    figureNote: s.again ? doneNote(s.again) : "",
    press: "It is up again",
    reachesSize: true,
  }),
  rise: (s, u) =>
    s.rise.rests
      ? {
          name: "Rest",
          title: "Let the dough rest, covered",
          under: "it will not grow",
          figure: null,
          figureNote: "until it rolls without springing back",
          press: "It has rested",
        }
      : {
          name: "First rise",
          title: "Let it rise, covered",
          under: `${inTurn(s.rise, u)}${folds(s)}; make the filling meanwhile`,
          figure: null,
          figureNote: doneNote(s.rise),
          press:
            s.rise.clock.length > 0
              ? "Its time is up"
              : s.rise.forecast.target === 2
                ? "It has doubled"
                : "It has risen enough",
          reachesSize: s.rise.clock.length === 0,
        },
  divide: (s, u) => ({
    name: "Divide",
    title: `Cut ${s.divide.lumps} pieces, round them up`,
    under: s.divide.cuts.length ? `by eye: ${s.divide.cuts.map(u.text).join(", ")}` : "",
    ...divided(s, u),
    press: "Rounded and rested",
  }),
  wrap: (s, u) => ({
    name: "Wrap",
    under: `${s.groups
      .filter((g) => g.filling_each_g)
      .map(
        (g) =>
          `${u.mass(g.filling_each_g)} of cold ${s.groups.length > 1 ? `${u.text(g.name)} in ${g.pieces}` : "filling in each"}`,
      )
      .join(", ")}, rim clean`,
    ...wrapped(s, u),
    press: fillsLate(s) ? onTo(s) : "The last is wrapped",
    ...(s.heat.came === "proofed" && fillsLate(s) && { before: u.text(s.finish) }),
  }),
  proof: (s, u) => ({
    name: "Final proof",
    title: "Leave them to grow, covered",
    under: `at ${u.temperature(s.proof.air_c)}${s.heat.came === "proofed" ? `; ${HEAT_UP[s.heat.method] ?? "preheat"} at ${clockFrom(s.day.steps.find((x) => x.key === "preheat")?.start ?? s.day.eat)}` : ""}`,
    figure: null,
    figureNote: doneNote(s.proof),
    press: fillsLate(s) ? "They have grown" : onTo(s),
    ...(s.heat.came === "proofed" && !fillsLate(s) && { before: u.text(s.finish) }),
  }),
  hold: (s, u) => ({
    name: "Kept cold",
    title: s.heat.came === "frozen" ? "Freeze on a tray, then bag and label" : "Keep them in the fridge, covered",
    under: `${s.heat.came === "frozen" ? "do not thaw them before the heat" : "the coldest shelf"}${bakeBy(s)}`,
    figure: null,
    figureNote: `${HEAT_UP[s.heat.method] ?? "preheat"} at ${clockFrom(s.day.steps.find((x) => x.key === "preheat")?.start ?? s.day.eat)}`,
    press: INTO[s.heat.method] ?? "Into the heat",
    before: u.text(s.finish),
  }),
  heat: (s, u) => ({
    name: { steam: "Steam", oven: "Bake", pan: "In the pan" }[s.heat.method] ?? "Heat",
    title: heatTitle(s, u),
    under: `${u.text(s.heat.setting)}${s.heat.loads > 1 ? `; ${s.heat.loads} loads of ${s.heat.per_load}` : ""}`,
    figure: null,
    figureNote: s.heat.reaches
      ? `the middle reaches ${u.temperature(s.heat.line_c)} at ${Math.round(s.heat.reaches.typical)} min (${Math.round(s.heat.reaches.low)} to ${Math.round(s.heat.reaches.high)})`
      : `the middle may not reach ${u.temperature(s.heat.line_c)}: probe it`,
    press: { steam: "Off the fire", oven: "Out of the oven", pan: "Out of the pan" }[s.heat.method] ?? "Out",
  }),
  rest: (s, u) => ({
    name: "Rest",
    title: s.heat.method === "steam" ? "Leave the lid on" : "On a rack",
    under: `the middle evens out to about ${u.temperature(Math.round(s.heat.core_after_rest_c))}`,
    figure: null,
    figureNote: `${duration(s.heat.rest_min)}, then eat`,
    press: "Eat",
  }),
};

const TRAY: Record<Stage, string> = {
  sponge: "weigh",
  again: "rise",
  weigh: "weigh",
  rise: "rise",
  divide: "divide",
  wrap: "wrap",
  proof: "proof",
  hold: "proof",
  heat: "heat",
  rest: "heat",
};

export function stepOf(stage: Stage, sheet: Sheet, u: U): HandsStep {
  const cautions = sheet.cautions.filter((c) => c.tray === TRAY[stage] && (c.urgent || stage !== "rest"));
  return {
    stage,
    ...titles[stage](sheet, u),
    cautions: stage === "rest" ? cautions.filter((c) => ["steam", "oven", "pan", "probe"].includes(c.code)) : cautions,
  };
}

/** When the step in hand began: as it was marked, else as it is planned. */
export function beganAt(stage: Stage, sheet: Sheet, endedAt: Map<string, number>): number {
  const planned = sheet.day.steps.find((s) => s.key === stage);
  const stages = stagesOf(sheet);
  const before = stages[stages.indexOf(stage) - 1];
  return (before && endedAt.get(before)) ?? (planned ? Date.parse(planned.start) : clockNow());
}

/** When the step in hand is due, from the newest plan and from what has been marked since. */
export function dueAt(stage: Stage, sheet: Sheet, endedAt: Map<string, number>): number {
  const planned = sheet.day.steps.find((s) => s.key === stage);
  if (!planned) return clockNow();
  const began = beganAt(stage, sheet, endedAt);
  const [start, end] = [Date.parse(planned.start), Date.parse(planned.end)];
  // While the server is away, the plan's length counts from the mark made here.
  return Math.abs(began - start) < 2000 ? end : began + end - start;
}

/** What a look made without the server comes to. */
export const toldNote = ({ low, high }: { low: number | null; high: number | null }) =>
  low === null || high === null
    ? "by what you saw it does not get there: watch it"
    : `by what you saw: ready ${clockFrom(low)} to ${clockFrom(high)}; the server will work it out anew`;

/** What comes after the step in hand. told: when it ends by a look the server does not know of yet. */
export const nextWords = (stage: Stage, sheet: Sheet, u: U, told: number | null = null): string => {
  const stages = stagesOf(sheet);
  const next = stages[stages.indexOf(stage) + 1];
  const step = sheet.day.steps.find((s) => s.key === next);
  const filling = sheet.day.steps.find((s) => s.key === "filling");
  const extra = stage === "rise" && filling ? `Make the filling by ${clockFrom(filling.end)}. ` : "";
  if (!step) return "Then eat.";
  const then = `${extra}Then ${u.text(step.label).toLowerCase()} at ${clockFrom(told ?? step.start)}`;
  return told === null ? `${then}; eat ${clockFrom(sheet.day.eat)}.` : `${then}; all later hours move along.`;
};
