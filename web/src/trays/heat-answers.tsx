import { useState, type ReactNode } from "react";

import type { Answer, HeatAnswers, Kept, Sheet, Tried } from "../api/client";
import { InsideDrawing } from "../drawings/inside";
import { day, duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { usePhone } from "../lib/use-narrow";
import { AsSaved } from "../parts/as-saved";
import { Asked } from "../parts/asked";
import { Button } from "../ui/button";

interface Props {
  sheet: Sheet;
  ask: (heat: number) => Promise<HeatAnswers>;
  askKeeping: () => Promise<Kept[]>;
  onTake: (answer: Answer) => void;
  bakeId: number;
}

/** The piece cut through at a minute of its heat, to be scrubbed. */
function Scrub({ inside }: { inside: HeatAnswers["inside"] }) {
  const u = useUnits();
  const narrow = usePhone();
  const last = inside.frames.length - 1;
  const [picked, setPicked] = useState<number | null>(null);
  const ends = inside.minutes.filter((m) => m <= inside.heat_ends + 0.01).length - 1;
  const at = Math.min(picked ?? ends, last);
  const frame = inside.frames[at] ?? [];
  const minute = inside.minutes[at] ?? 0;
  const when =
    minute > inside.heat_ends + 0.1
      ? `${(minute - inside.heat_ends).toFixed(1)} min into the rest`
      : `${minute.toFixed(1)} min in the heat`;
  return (
    <div>
      <InsideDrawing
        cells={inside.cells}
        rim={inside.rim}
        celsius={frame}
        top={inside.top[at] ?? 0}
        coldest={inside.coldest[at] ?? 0}
        base={inside.base[at] ?? 0}
        looked_at={inside.looked_at}
        width_mm={inside.width_mm}
        height_mm={inside.height_mm}
        show={u.temperature}
        narrow={narrow}
        title={`The piece cut through, ${when}`}
      />
      <label className="mt-1 flex items-center gap-3">
        <span className="w-40 shrink-0 font-semibold max-tab:w-28">{when}</span>
        <input
          type="range"
          aria-label="Minute"
          aria-valuetext={when}
          min={0}
          max={last}
          value={at}
          onChange={(e) => setPicked(Number(e.target.value))}
          className="h-8 w-full accent-cobalt"
        />
      </label>
      <p className="text-base text-muted">
        Dashed: the filling. Its heat so far is worth {(inside.lethal_min[at] ?? 0).toFixed(1)} min at{" "}
        {u.temperature(70)}.
      </p>
    </div>
  );
}

/** Other oven settings tried on the same pieces. */
function Settings({ tried, now, onTake }: { tried: Tried[]; now: number; onTake: (answer: Answer) => void }) {
  const u = useUnits();
  return (
    <table className="mt-2 w-full text-left">
      <thead className="text-base text-muted">
        <tr>
          <th className="font-normal">oven</th>
          <th className="font-normal">minutes</th>
          <th className="font-normal">crust</th>
          <th className="font-normal max-tab:hidden">bakes off</th>
          <th>
            <span className="sr-only">take it</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {tried.map((t) => (
          <tr key={t.air_c} className={`border-t-2 border-inset ${t.works ? "" : "text-muted"}`}>
            <td className="py-1 pr-2 font-bold whitespace-nowrap">
              {u.temperature(t.air_c)}
              <span className="block text-base font-normal">
                {t.dial.gas_mark ? `gas ${t.dial.gas_mark}` : `${Math.round(t.dial.fahrenheit)} °F`}
              </span>
            </td>
            <td className="pr-2 whitespace-nowrap">{t.minutes === null ? "never" : `${t.minutes} min`}</td>
            <td>{t.works ? `${t.crust}, ${t.colour}` : u.text(t.why_not)}</td>
            <td className="max-tab:hidden">{t.loss_percent.toFixed(0)} %</td>
            <td className="text-right">
              {t.works && Math.abs(t.air_c - now) > 0.5 && (
                <Button
                  aria-label={`Take ${u.temperature(t.air_c)}`}
                  className="!px-3"
                  onClick={() => onTake(t.answer)}
                >
                  Take
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const AGAIN = [
  { method: "steam", words: "in the steam" },
  { method: "oven", words: "in the oven" },
];

/** One kind of piece, after the heat. */
function After({ kept }: { kept: Kept }) {
  const u = useUnits();
  return (
    <section aria-label={`Keeping ${u.text(kept.name)}`} className="mt-2 rounded-xl border-2 border-rim p-3">
      <h4 className="font-bold">{u.text(kept.name)}</h4>
      <p>
        {kept.hot_for_min === null
          ? "Its middle burns the mouth for hours."
          : `Its middle stays above ${u.temperature(60)} for about ${duration(kept.hot_for_min)}: mind the first bite.`}
        {kept.cut_after_min !== null && ` It cuts clean after about ${duration(kept.cut_after_min)} on a rack.`}
      </p>
      <p>
        Fridge: {kept.fridge_days} days, until {day(kept.fridge_until)}. Freezer: {Math.round(kept.freezer_days / 30)}{" "}
        months, until {day(kept.freezer_until)}.
      </p>
      <p>
        Set aside unbaked: in the fridge until {day(kept.unbaked_fridge_until)}, in the freezer until{" "}
        {day(kept.unbaked_freezer_until)}.
      </p>
      <p>
        Reheat to {u.temperature(kept.reheat_to_c)} in the middle:{" "}
        {AGAIN.map(({ method, words }) => {
          const [cold, frozen] = ["fridge", "frozen"].map(
            (came) => kept.reheating.find((r) => r.method === method && r.came === came)?.minutes ?? null,
          );
          const said = (m: number | null | undefined) => (m == null ? "not at all" : duration(m));
          const setting = kept.reheating.find((r) => r.method === method)?.setting ?? [];
          return `${words} (${u.text(setting)}) ${said(cold)} from the fridge, ${said(frozen)} from frozen`;
        }).join("; ")}
        .
      </p>
      <p>
        On the label:{" "}
        <strong>
          {kept.allergens.length ? `contains ${kept.allergens.map(u.text).join(", ")}` : "none of the listed allergens"}
        </strong>
        {kept.may_contain.length > 0 && `; may contain ${kept.may_contain.map(u.text).join(", ")}`}.
      </p>
      <ul className="mt-1 list-disc pl-5 text-base">
        {kept.cautions.map((c) => (
          <li key={u.text(c)}>{u.text(c)}</li>
        ))}
      </ul>
      <p className="mt-1 text-base text-muted">{u.text(kept.source)}</p>
    </section>
  );
}

/** Each kind of heat by its name, where there are several. */
function EachHeat({ sheet, only, children }: Heats) {
  const u = useUnits();
  const heats = [sheet.heat, ...sheet.more_heats];
  return heats.map(
    (h, i) =>
      (!only || h.method === only) && (
        <section key={i} className="max-w-3xl">
          {heats.length > 1 && <h4 className="text-lg font-bold">{h.names.map(u.text).join(" and ")}</h4>}
          {children(h, i)}
        </section>
      ),
  );
}

interface Heats {
  sheet: Sheet;
  only?: string;
  children: (heat: Sheet["heat"], at: number) => ReactNode;
}

function Printed({ bakeId }: { bakeId: number }) {
  const u = useUnits();
  const paper = u.units === "us" ? "letter" : "a4";
  return (
    <p className="mt-2">
      <a
        className="font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
        href={`/api/bakes/${bakeId}/card?paper=${paper}&units=${u.units}`}
        download
      >
        Print the bake, its cautions and the labels (PDF)
      </a>
      <AsSaved />
    </p>
  );
}

/** A heat tried out: its inside to be scrubbed, for each kind of heat. */
export function Inside({ sheet, ask }: Pick<Props, "sheet" | "ask">) {
  return (
    <EachHeat sheet={sheet}>
      {(_, i) => (
        <Asked title="heat answers" of={`${i} ${sheet.worked_at}`} fetch={() => ask(i)}>
          {(found) => <Scrub inside={found.inside} />}
        </Asked>
      )}
    </EachHeat>
  );
}

/** Other settings of the oven, each with its minutes. */
export function Ovens({ sheet, ask, onTake }: Pick<Props, "sheet" | "ask" | "onTake">) {
  return (
    <EachHeat sheet={sheet} only="oven">
      {(h, i) => (
        <Asked title="heat answers" of={`${i} ${sheet.worked_at}`} fetch={() => ask(i)}>
          {(found) => <Settings tried={found.tried} now={h.air_c} onTake={onTake} />}
        </Asked>
      )}
    </EachHeat>
  );
}

/** What comes after the heat, and the paper with the labels. */
export function AfterTheHeat({ sheet, askKeeping, bakeId }: Omit<Props, "ask" | "onTake">) {
  return (
    <Asked title="after" of={sheet.worked_at} fetch={askKeeping}>
      {(found) => (
        <>
          <div className="grid items-start gap-3 wide:grid-cols-2">
            {found.map((k, i) => (
              <After key={i} kept={k} />
            ))}
          </div>
          <Printed bakeId={bakeId} />
        </>
      )}
    </Asked>
  );
}
