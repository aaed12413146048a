import { memo } from "react";

import type { Bake, Kitchen, Sheet } from "../../api/client";
import { clock, clockNow, nowIso } from "../../lib/clock";
import { setAt } from "../../lib/path";
import { useClosings } from "../../api/closings";
import { Quantity, type Editing } from "../../parts/quantity";
import { Amount } from "../../ui/amount";
import { Choice } from "../../ui/choice";
import { useUnits } from "../../lib/settings";

interface Props extends Editing {
  sheet: Sheet | null;
  kitchen: Kitchen | undefined;
}

/** Editing a number that gives way makes the other one give way instead. */
const givingWay = (document: Bake, what: "pieces" | "weight"): Bake =>
  document.pin ? { ...document, pin: { ...document.pin, gives_way: what } } : document;

function Pieces(p: Props) {
  const follows =
    (p.document.pin?.gives_way === "pieces" || p.document.eaters) && p.sheet
      ? (p.sheet.scaled.shares[0]?.pieces ?? null)
      : null;
  const put = (typed: string, preview: boolean) => {
    const count = Number(typed.replace(",", "."));
    // What is no whole number is kept as typed nowhere: the field shows the last one and says why.
    if (typed.trim() === "" || !Number.isInteger(count))
      return p.edit({ ...p.document, pieces: (typed.trim() || null) as unknown as number }, preview);
    // A typed number of pieces is meant: who eats no longer decides it.
    p.edit(givingWay({ ...p.document, pieces: count, ...(p.document.eaters && { eaters: null }) }, "weight"), preview);
  };
  return (
    <Amount
      label="Pieces"
      shown={String(follows ?? p.document.pieces ?? "")}
      step={1}
      largeStep={6}
      follows={follows !== null}
      invalid={p.problems.some((problem) => problem.where === "pieces")}
      onCommit={(t) => put(t, false)}
      onPreview={(t) => put(t, true)}
    />
  );
}

function Closing(p: Props) {
  const closings = useClosings();
  return (
    <Choice
      label="Closing"
      value={p.document.closing}
      options={closings}
      onChoose={(closing) => p.edit({ ...p.document, closing })}
    >
      {p.document.pieces === 1 ? closings.find((c) => c.value === p.document.closing)?.one : undefined}
    </Choice>
  );
}

const METHODS = [
  { value: "steam" as const, label: "steamed", note: "in baskets over boiling water" },
  { value: "oven" as const, label: "baked", note: "in the oven" },
  { value: "pan" as const, label: "cooked in the pan", note: "under a lid, on the hob" },
];

function Heat(p: Props) {
  const u = useUnits();
  const heat = p.document.heat;
  const choose = (method: "steam" | "oven" | "pan") =>
    p.edit({
      ...p.document,
      heat: {
        ...heat,
        method,
        temperature: method === "oven" ? (heat.temperature ?? "190 C") : (heat.temperature ?? null),
        fire: method === "pan" ? "gentle" : "high",
        covered: method === "steam",
        minutes: null,
      },
    });
  return (
    <>
      <Choice label="Heat" value={heat.method} onChoose={choose} options={METHODS} />
      {heat.method === "oven" ? (
        <>
          {" at "}
          <Quantity
            {...p}
            label="Oven temperature"
            kind="temperature"
            path={["heat", "temperature"]}
            text={heat.temperature ?? ""}
          />
        </>
      ) : (
        <>
          {" over a "}
          <Choice
            label="Fire"
            value={heat.fire ?? (heat.method === "pan" ? "gentle" : "high")}
            onChoose={(fire) => p.edit({ ...p.document, heat: { ...heat, fire } })}
            options={[
              {
                value: "gentle",
                label: "gentle fire",
                note: heat.method === "pan" ? `the pan at about ${u.temperature(150)}` : "steam with some air in it",
              },
              {
                value: "high",
                label: "high fire",
                note: heat.method === "pan" ? `the pan at about ${u.temperature(180)}` : "full steam",
              },
            ]}
          />
        </>
      )}
      {heat.from === "frozen" && " from the freezer"}
      {heat.from === "fridge" && " from the fridge"}
    </>
  );
}

type When = "eat" | "start" | "now";

function Hour(p: Props) {
  const plan = p.document.plan ?? {};
  const when: When = plan.eat_at ? "eat" : plan.start_at ? "start" : "now";
  const put = (eat_at: string | null, start_at: string | null) =>
    p.edit({ ...p.document, plan: { ...plan, eat_at, start_at } });
  const choose = (next: When) =>
    put(
      next === "eat" ? clock(p.sheet?.day.eat ?? clockNow()) : null,
      next === "start" ? clock(p.sheet?.day.start ?? clockNow()) : null,
    );
  const text = plan.eat_at ?? plan.start_at ?? "";
  const shown = /^\d{4}-/.test(text) && !Number.isNaN(Date.parse(text)) ? clock(text) : text;
  const typed = (value: string, minutes = 0) => {
    const hhmm = minutes ? clock(Date.parse(`2000-01-01T${shown.padStart(5, "0")}`) + minutes * 60_000) : value;
    // An hour typed on another day stays on that day.
    const moved = new Date(`${text.slice(0, 10)}T${hhmm.trim().padStart(5, "0")}`);
    const dated =
      /^\d{4}-/.test(text) && /^\d{1,2}:\d{2}$/.test(hhmm.trim()) && !Number.isNaN(moved.getTime())
        ? nowIso(moved)
        : hhmm;
    put(when === "eat" ? dated : null, when === "start" ? dated : null);
  };
  return (
    <>
      <Choice
        label="What the plan goes by"
        value={when}
        onChoose={choose}
        className="rounded border-b-3 border-dotted border-rim px-0.5 text-ink"
        options={[
          { value: "eat", label: "to eat at", note: "worked back from the hour to eat" },
          { value: "start", label: "starting at", note: "worked forwards from then" },
          { value: "now", label: "starting now", note: "worked forwards from this minute" },
        ]}
      />
      {when !== "now" && " "}
      {when !== "now" && (
        <ClockField
          key={text}
          shown={shown}
          label={when === "eat" ? "Hour to eat" : "Hour to start"}
          invalid={p.problems.some((q) => q.where.startsWith("plan."))}
          onCommit={typed}
        />
      )}
    </>
  );
}

/** An hour of the day, nudged by five minutes, by half an hour, by an hour. */
function ClockField(p: {
  shown: string;
  label: string;
  invalid: boolean;
  onCommit: (value: string, minutes?: number) => void;
}) {
  return (
    <span className={`chip inline-flex ${p.invalid ? "!text-crust outline-2 outline-crust" : ""}`}>
      <input
        aria-label={p.label}
        defaultValue={p.shown}
        size={5}
        maxLength={5}
        inputMode="numeric"
        aria-invalid={p.invalid || undefined}
        autoComplete="off"
        className="fit min-w-[4.2ch] rounded bg-transparent text-center outline-offset-4"
        onFocus={(e) => e.target.select()}
        onBlur={(e) => e.target.value !== p.shown && p.onCommit(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter") e.currentTarget.blur();
          const by = e.shiftKey ? 30 : 5;
          if (e.key === "ArrowUp" || e.key === "ArrowDown") {
            e.preventDefault();
            p.onCommit("", e.key === "ArrowUp" ? by : -by);
          }
          if (e.key === "PageUp" || e.key === "PageDown") {
            e.preventDefault();
            p.onCommit("", e.key === "PageUp" ? 60 : -60);
          }
        }}
      />
    </span>
  );
}

/** How a group that goes into another heat is heated. */
function GroupHeat({
  at,
  heat,
  ...p
}: Props & { at: number; heat: NonNullable<NonNullable<Bake["more_groups"]>[number]["heat"]> }) {
  return (
    <>
      {", "}
      {heat.method === "oven" ? (
        <>
          baked at{" "}
          <Quantity
            {...p}
            label={`Oven temperature of group ${at + 2}`}
            kind="temperature"
            path={["more_groups", at, "heat", "temperature"]}
            text={heat.temperature ?? ""}
          />
        </>
      ) : (
        (METHODS.find((m) => m.value === heat.method)?.label ?? "steamed")
      )}
    </>
  );
}

/** Further pieces from the same dough: how many, and what goes into them. */
function FurtherGroup({ at, ...p }: Props & { at: number }) {
  const group = p.document.more_groups?.[at];
  const share = p.sheet?.scaled.shares[at + 1];
  const closings = useClosings();
  if (!group) return null;
  const name = group.filling?.name ?? "nothing inside";
  const pin = p.document.pin;
  const closing =
    group.closing && group.closing !== p.document.closing ? closings.find((c) => c.value === group.closing) : null;
  const mine = pin?.by === `filling ${at + 2}`;
  const ofDough = pin && !pin.by.startsWith("filling");
  const follows =
    share && (p.document.eaters || (pin?.gives_way === "pieces" && (mine || ofDough))) ? share.pieces : null;
  const put = (typed: string, preview: boolean) => {
    const count = Number(typed.replace(",", "."));
    const next = setAt(
      p.document,
      ["more_groups", at, "pieces"],
      typed.trim() && Number.isInteger(count) ? count : typed.trim() || null,
    );
    p.edit({ ...(mine || ofDough ? givingWay(next, "weight") : next), ...(next.eaters && { eaters: null }) }, preview);
  };
  return (
    <>
      {", "}and{" "}
      <Amount
        label={`Pieces with ${name}`}
        shown={String(follows ?? group.pieces)}
        step={1}
        largeStep={6}
        follows={follows !== null}
        invalid={p.problems.some((problem) => problem.where === `more_groups[${at}].pieces`)}
        onCommit={(t) => put(t, false)}
        onPreview={(t) => put(t, true)}
      />{" "}
      {closing && `${(follows ?? group.pieces) === 1 ? closing.one : closing.label}`}
      {group.filling && group.closing !== "plain" && (
        <>
          {closing && " "}around{" "}
          <Quantity
            {...p}
            label={`Filling in each with ${name}`}
            kind="mass"
            path={["more_groups", at, "filling_per_piece"]}
            text={group.filling_per_piece ?? ""}
            follows={mine && pin.gives_way === "weight" && share ? share.filling_per_piece_g : null}
            also={(d) => (mine ? givingWay(d, "pieces") : d)}
          />{" "}
          of <strong className="font-bold">{name}</strong>
        </>
      )}
      {group.heat && <GroupHeat {...p} at={at} heat={group.heat} />}
    </>
  );
}

/** The bake in one sentence. Every raised word can be changed; a sunk number follows from a held one. */
export const Sentence = memo((p: Props) => {
  const { document, sheet } = p;
  const pin = document.pin;
  const weightFollows = pin?.gives_way === "weight" && sheet;
  const known = document.plan?.room ?? p.kitchen?.document.room;
  // Until the kitchen is there its place is held, so that nothing moves when it comes.
  const room = known ?? "20 C";
  return (
    <p className="text-xl leading-[1.8] tab:text-2xl tab:leading-[1.62]">
      Make <Pieces {...p} /> <Closing {...p} /> of{" "}
      <Quantity
        {...p}
        label="Dough in each"
        kind="mass"
        path={["dough_per_piece"]}
        text={document.dough_per_piece}
        follows={
          weightFollows && !pin?.by.startsWith("filling") ? (sheet.scaled.shares[0]?.dough_per_piece_g ?? null) : null
        }
        also={(d) => (pin?.by === "filling" ? d : givingWay(d, "pieces"))}
      />{" "}
      dough
      {document.closing !== "plain" && (
        <>
          {" "}
          around{" "}
          <Quantity
            {...p}
            label="Filling in each"
            kind="mass"
            path={["filling_per_piece"]}
            text={document.filling_per_piece}
            follows={
              weightFollows && pin?.by === "filling" ? (sheet.scaled.shares[0]?.filling_per_piece_g ?? null) : null
            }
            also={(d) => (pin?.by === "filling" ? givingWay(d, "pieces") : d)}
          />{" "}
          of <strong className="font-bold">{document.filling.name}</strong>
        </>
      )}
      {(document.more_groups ?? []).map((_, i) => (
        <FurtherGroup key={i} {...p} at={i} />
      ))}
      , <Heat {...p} />, <Hour {...p} />, in a kitchen at{" "}
      <span className={known === undefined ? "invisible" : ""}>
        <Quantity {...p} label="Kitchen temperature" kind="temperature" path={["plan", "room"]} text={room} />
      </span>
      .
    </p>
  );
});
