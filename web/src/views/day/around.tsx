import { useState, type ReactNode } from "react";
import { useNavigate } from "react-router";

import type { Day } from "../../api/client";
import { useSettings, useUnits } from "../../lib/settings";
import { useOpened } from "../../lib/use-opened";
import { Button, Small } from "../../ui/button";
import type { DayHandle } from "./use-day";

/** What belongs to the whole day beside its hours: what to buy and weigh, what is in it, and the day to take along. */
export function AroundTheDay({ day, handle }: { day: Day; handle: DayHandle }) {
  const u = useUnits();
  const { around } = day;
  if (!around) return null;
  const names = day.plan?.dishes.map((d) => d.name) ?? [];
  return (
    <div className="mt-4 grid gap-4 tab:grid-cols-2 wide:grid-cols-3">
      <Folded of="buy" title="To buy" many={`${around.shopping.length} foods`}>
        <ul className="mt-1">
          {around.shopping.map((b) => (
            <li key={b.key} className="flex justify-between gap-3 border-t border-inset py-1 first:border-t-0">
              <span>
                {u.text(b.name)}
                {b.shared > 1 && <span className="text-muted"> in {b.shared}</span>}
              </span>
              <span className="font-semibold tabular-nums">{u.mass(b.grams)}</span>
            </li>
          ))}
        </ul>
      </Folded>
      <Folded of="weigh" title="Weigh, bowl by bowl" many={`${around.weigh.length} bowls`}>
        {around.weigh.map((c) => (
          <div key={u.text(c.name)} className="mt-1.5">
            <h3 className="font-semibold">{u.text(c.name)}</h3>
            <p className="text-muted">{c.lines.map(u.text).join(", ")}</p>
          </div>
        ))}
      </Folded>
      <div className="grid content-start gap-4">
        <section className="enamel p-4" aria-label="In it">
          <h2 className="text-xl font-bold">In it</h2>
          <p>
            {around.allergens.length
              ? `Contains ${around.allergens.map(u.text).join(", ")}.`
              : "None of the listed allergens."}
          </p>
          {around.may_contain.length > 0 && (
            <p className="text-muted">May contain {around.may_contain.map(u.text).join(", ")}.</p>
          )}
        </section>
        {around.before.length > 0 && (
          <section className="enamel p-4" aria-label="The day before">
            <h2 className="text-xl font-bold">The day before</h2>
            <ul className="list-disc pl-5">
              {around.before.map((b) => (
                <li key={u.text(b.says)}>{u.text(b.says)}</li>
              ))}
            </ul>
          </section>
        )}
        <TakeAlong day={day} handle={handle} many={names.length} />
        <PutAway handle={handle} />
      </div>
    </div>
  );
}

/** A list that is long: how long it is, and the list itself one press away; what was opened stays open. */
function Folded(props: { of: string; title: string; many: string; children: ReactNode }) {
  const [open, turn] = useOpened(`day.${props.of}`);
  return (
    <section className="enamel self-start p-4" aria-label={props.title}>
      <h2 className="text-xl font-bold">{props.title}</h2>
      {open && props.children}
      <button
        type="button"
        aria-expanded={open}
        className="min-h-11 font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4"
        onClick={turn}
      >
        {open ? "put it away" : props.many}
      </button>
    </section>
  );
}

/** The end of a day that is not wanted; asked about once, for it does not come back. */
function PutAway({ handle }: { handle: DayHandle }) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const away = async () => {
    if (await handle.remove()) await navigate("/day", { replace: true });
  };
  if (!asking) return <Small onClick={() => setAsking(true)}>put this day away</Small>;
  return (
    <div role="alertdialog" aria-label="Put this day away?" className="enamel p-4">
      <p>Its plan and its calendar address go. Bakes, and batches under way, stay.</p>
      <p className="mt-2 flex gap-3">
        <Button look="crust" onClick={() => void away()}>
          Put it away
        </Button>
        <Button onClick={() => setAsking(false)}>Keep it</Button>
      </p>
    </div>
  );
}

/** Paper, a calendar file, and an address a calendar can subscribe to. */
function TakeAlong({ day, handle, many }: { day: Day; handle: DayHandle; many: number }) {
  const { units } = useSettings();
  const address = day.calendar ? `${location.origin}/api/calendar/${day.calendar}.ics` : null;
  return (
    <section className="enamel p-4" aria-label="To take along">
      <h2 className="text-xl font-bold">To take along</h2>
      <p className="flex flex-wrap gap-x-4 gap-y-1 font-semibold text-cobalt">
        <a className="underline" href={`/api/days/${day.id}/sheet?units=${units}`} download>
          the day on paper
        </a>
        <a className="underline" href={`/api/days/${day.id}/calendar.ics`} download>
          as a calendar file
        </a>
      </p>
      {address ? (
        <>
          <p className="mt-2">
            A calendar may subscribe to this address; whoever knows it sees the hours of {many === 1 ? "it" : "all"}:
          </p>
          <p className="rounded-lg bg-inset p-2 text-base break-all select-all">{address}</p>
          <Small onClick={() => void handle.revoke()}>take the address back</Small>
        </>
      ) : (
        <Button className="mt-2" onClick={() => void handle.subscribe()}>
          Make a private calendar address
        </Button>
      )}
    </section>
  );
}
