import { useState } from "react";
import { Link, useNavigate } from "react-router";

import type { Day, DayDish, DayDocument } from "../../api/client";
import { clock, clockFrom, clockNow, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { AHEAD } from "../../stores/run";
import { Button, Small } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Fact, Facts } from "../../ui/facts";
import { DateAndHour } from "./date-and-hour";
import type { DayHandle } from "./use-day";

type Dish = NonNullable<DayDocument["dishes"]>[number];

const SERVED = [
  { value: "hot", label: "straight from the heat", note: "on time counts most" },
  { value: "reheat", label: "baked before, heated again" },
  { value: "cool", label: "as it is, cool" },
];

/** When the dough is begun, where the day has the filling made well before that and it is not that hour yet. */
function doughAfterFilling(dish: DayDish): string | null {
  const dough = dish.spans.find((s) => s.key !== "filling")?.start;
  const filling = dish.spans.find((s) => s.key === "filling")?.start;
  if (!dough || !filling) return null;
  const latest = Date.parse(dough) - AHEAD;
  return Date.parse(filling) <= latest && clockNow() <= latest ? dough : null;
}

/** One bake of the day: its hours, and what may be otherwise on that day. */
export function DishPanel(props: { day: Day; dish: DayDish; handle: DayHandle; onClose: () => void }) {
  const { day, dish, handle, onClose } = props;
  const u = useUnits();
  const navigate = useNavigate();
  const written = (day.document.dishes ?? [])[dish.at];
  const pieces = written?.changes?.find((c) => c.path.length === 1 && c.path[0] === "pieces")?.value;
  const put = (changes: Partial<Dish>) =>
    handle.save({
      ...day.document,
      dishes: (day.document.dishes ?? []).map((d, i) => (i === dish.at ? { ...d, ...changes } : d)),
    });
  const off = () => {
    onClose();
    void handle.save({ ...day.document, dishes: (day.document.dishes ?? []).filter((_, i) => i !== dish.at) });
  };
  const start = async (dough: string | null) => {
    const batch = await handle.start(dish.at, dough);
    if (batch !== null) void navigate(`/hands/${batch}`);
  };
  const ahead = doughAfterFilling(dish);
  return (
    <section className="rounded-xl border-2 border-cobalt bg-inset p-4" aria-label={dish.name}>
      <div className="flex items-start justify-between gap-3">
        <h2 className="text-xl font-bold">{dish.name}</h2>
        <Small onClick={onClose}>close</Small>
      </div>
      {dish.says.length > 0 && <p className="font-semibold text-crust">{u.text(dish.says)}</p>}
      {dish.between.length > 0 && <p className="font-semibold">{u.text(dish.between)}</p>}
      <Facts>
        <Fact
          name={dish.between.length > 0 ? "Ready" : "On the table"}
          value={clockFrom(dish.table)}
          strong
          from={`in 8 of 10 days from ${clock(dish.early)} to ${clock(dish.late)}`}
        />
        <Fact
          name="First work"
          value={clockFrom(dish.begins)}
          from={dish.pinned ? "held by you" : "where it fits best"}
        />
        {dish.past > 0.04 && (
          <Fact
            name="Past its best"
            value={`${Math.round(10 * dish.past)} days in 10`}
            from="a dough or a load waits for hands or heat"
          />
        )}
        {dish.cold > 0.04 && (
          <Fact
            name="No longer hot"
            value={`${Math.round(10 * dish.cold)} days in 10`}
            from="it stands for half an hour and more"
          />
        )}
        {dish.slack.length > 0 && <Fact name="Slack" value={u.text(dish.slack)} from="beyond what is likely" />}
      </Facts>
      <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <span className="flex items-center gap-2">
          wanted at
          <DateAndHour label="Wanted" at={dish.due} onChange={(at) => void put({ eat_at: nowIso(at) })} />
        </span>
        <Choice
          label="How it is served"
          value={dish.serve}
          options={SERVED}
          onChoose={(serve) => void put({ serve: serve as NonNullable<Dish["serve"]> })}
        />
        {!dish.batch && (
          <Pieces
            now={pieces ? String(pieces) : "as it is"}
            onCount={(value) => {
              const kept = (written?.changes ?? []).filter((c) => c.path.join(".") !== "pieces");
              void put({ changes: [...kept, { path: ["pieces"], value }] });
            }}
          />
        )}
      </div>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {dish.batch ? (
          <Link
            to={`/hands/${dish.batch}`}
            className="inline-flex min-h-10 items-center rounded-xl border-2 border-cobalt px-4 font-semibold text-cobalt"
          >
            to Hands
          </Link>
        ) : (
          <>
            {ahead !== null && (
              <Button look="solid" onClick={() => void start(ahead)}>
                Start its filling now: the dough at {clock(ahead)}
              </Button>
            )}
            <Button look={ahead === null ? "solid" : "rim"} onClick={() => void start(null)}>
              {ahead === null ? "Start it now" : "Start its dough now"}
            </Button>
          </>
        )}
        {dish.pinned && !dish.batch && <Button onClick={() => void put({ begin_at: null })}>Let its hour go</Button>}
        {dish.batch && (
          <Link to={`/hands/${dish.batch}?wrong`} className="font-semibold text-crust underline">
            something went wrong
          </Link>
        )}
        <Link to={`/bench/${dish.bake}`} className="font-semibold text-cobalt underline">
          on the Bench
        </Link>
        {!dish.batch && <Small onClick={off}>take it off the day</Small>}
      </div>
      {dish.doubts > 0 && (
        <p className="mt-2 text-muted">
          {dish.doubts === 1 ? "One question is open" : `${dish.doubts} questions are open`} about this bake: they stand
          on the Bench.
        </p>
      )}
    </section>
  );
}

/** How many of it on this day. What is no number stays as typed, and is told. */
function Pieces({ now, onCount }: { now: string; onCount: (value: number) => void }) {
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState(false);
  const commit = () => {
    if (!typed.trim()) return;
    const ok = /^\d{1,3}$/.test(typed.trim()) && Number(typed) >= 1;
    setWrong(!ok);
    if (!ok) return;
    setTyped("");
    onCount(Number(typed));
  };
  return (
    <span className="flex flex-wrap items-center gap-2">
      <label className="flex items-center gap-2">
        pieces
        <input
          className="chip w-20 text-right"
          inputMode="numeric"
          aria-invalid={wrong}
          placeholder={now}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={commit}
          onKeyDown={(e) => e.key === "Enter" && commit()}
        />
      </label>
      {wrong && (
        <span role="alert" className="font-semibold text-crust">
          Write a whole number from 1 to 999.
        </span>
      )}
    </span>
  );
}
