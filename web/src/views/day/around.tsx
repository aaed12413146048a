import { useState } from "react";
import { useNavigate } from "react-router";

import type { Day } from "../../api/client";
import { useSettings, useUnits } from "../../lib/settings";
import { Button, Small } from "../../ui/button";
import type { DayHandle } from "./use-day";

type Around = NonNullable<Day["around"]>;

/** What the whole table wants, each food once. */
export function ToBuy({ around }: { around: Around }) {
  const u = useUnits();
  return (
    <ul className="gap-x-10 tab:columns-2 wide:columns-3">
      {around.shopping.map((b) => (
        <li key={b.key} className="flex break-inside-avoid justify-between gap-3 border-t border-inset py-1">
          <span>
            {u.text(b.name)}
            {b.shared > 1 && <span className="text-muted"> in {b.shared}</span>}
          </span>
          <span className="font-semibold tabular-nums">{b.grams ? u.mass(b.grams) : "by eye"}</span>
        </li>
      ))}
    </ul>
  );
}

/** What goes into each bowl. */
export function ByTheBowl({ around }: { around: Around }) {
  const u = useUnits();
  return (
    <div className="gap-x-10 tab:columns-2">
      {around.weigh.map((c) => (
        <div key={u.text(c.name)} className="mb-2 break-inside-avoid">
          <h4 className="font-semibold">{u.text(c.name)}</h4>
          <p className="text-muted">{c.lines.map(u.text).join(", ")}</p>
        </div>
      ))}
    </div>
  );
}

/** The allergens of the table. */
export function InIt({ around }: { around: Around }) {
  const u = useUnits();
  return (
    <>
      <p>
        {around.allergens.length
          ? `Contains ${around.allergens.map(u.text).join(", ")}.`
          : "None of the listed allergens."}
      </p>
      {around.may_contain.length > 0 && (
        <p className="text-muted">May contain {around.may_contain.map(u.text).join(", ")}.</p>
      )}
    </>
  );
}

/** What can be done the day before. */
export function DayBefore({ around }: { around: Around }) {
  const u = useUnits();
  return (
    <ul className="list-disc pl-5">
      {around.before.map((b) => (
        <li key={u.text(b.says)}>{u.text(b.says)}</li>
      ))}
    </ul>
  );
}

/** The end of a day that is not wanted; asked about once, for it does not come back. */
export function PutAway({ handle }: { handle: DayHandle }) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const away = async () => {
    if (await handle.remove()) await navigate("/day", { replace: true });
  };
  if (!asking) return <Small onClick={() => setAsking(true)}>put this day away</Small>;
  return (
    <div role="alertdialog" aria-label="Put this day away?" className="rounded-xl border-2 border-crust p-4">
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
export function TakeAlong({ day, handle, many }: { day: Day; handle: DayHandle; many: number }) {
  const { units } = useSettings();
  const address = day.calendar ? `${location.origin}/api/calendar/${day.calendar}.ics` : null;
  return (
    <>
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
    </>
  );
}
