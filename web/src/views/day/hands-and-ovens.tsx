import type { Day, DayDocument } from "../../api/client";
import { clockNow, duration, nowIso } from "../../lib/clock";
import { Small } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { AwayHours } from "./away";
import { slipped } from "./slip";
import type { DayHandle } from "./use-day";

type Person = NonNullable<DayDocument["hands"]>[number];

const count = (most: number) =>
  Array.from({ length: most }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));
const OVENS = count(3);
const TRAYS = count(12);
/** By how much a whole day slips. */
const LATER = [10, 30, 60].map((n) => ({ value: String(n), label: `everything ${duration(n)} later` }));

/** Who is there when, and what the kitchen has for the day. */
export function HandsAndOvens({ day, handle }: { day: Day; handle: DayHandle }) {
  const hands: Person[] = day.document.hands?.length ? day.document.hands : [{ name: "" }];
  const kitchen = day.document.kitchen ?? {};
  const put = (people: Person[]) => void handle.save({ ...day.document, hands: people });
  const change = (at: number, with_: Partial<Person>) => put(hands.map((h, i) => (i === at ? { ...h, ...with_ } : h)));
  const lot = (with_: NonNullable<DayDocument["kitchen"]>) =>
    void handle.save({ ...day.document, kitchen: { ...kitchen, ...with_ } });
  return (
    <>
      <ul className="mt-1 grid gap-2">
        {hands.map((person, i) => (
          <li key={i} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <input
              aria-label={`Name of person ${i + 1}`}
              className="chip w-32"
              defaultValue={person.name}
              placeholder={i === 0 ? "you" : "helper"}
              onBlur={(e) => e.target.value !== person.name && change(i, { name: e.target.value })}
            />
            <span className="text-muted">
              up {person.wakes ?? "06:30"} to {person.sleeps ?? "22:30"}
            </span>
            <Choice
              label="Gets up"
              value={person.wakes ?? "06:30"}
              options={["04:00", "05:00", "06:00", "06:30", "07:00", "08:00", "09:00"].map((h) => ({
                value: h,
                label: `up at ${h}`,
              }))}
              onChoose={(wakes) => change(i, { wakes })}
              className="font-semibold text-cobalt underline"
            >
              up earlier or later
            </Choice>
            <AwayHours
              who={person.name || (i === 0 ? "You" : "Helper")}
              away={person.away ?? []}
              from={Math.max(clockNow(), Date.parse(day.plan?.begins ?? nowIso()))}
              onAway={(away) => change(i, { away })}
            />
            {i > 0 && <Small onClick={() => put(hands.filter((_, n) => n !== i))}>is not there</Small>}
          </li>
        ))}
      </ul>
      {hands.length < 4 && (
        <Small onClick={() => put([...hands, { name: `Helper${hands.length > 1 ? ` ${hands.length}` : ""}` }])}>
          somebody helps
        </Small>
      )}
      <p className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <Choice
          label="All of it later"
          value=""
          options={LATER}
          onChoose={(minutes) => void handle.save(slipped(day.document, Number(minutes)))}
          className="font-semibold text-cobalt underline"
        >
          everything later
        </Choice>
        <span>
          ovens{" "}
          <Choice
            label="Ovens"
            value={String(kitchen.ovens ?? 1)}
            options={OVENS}
            onChoose={(n) => lot({ ovens: Number(n) })}
          />
        </span>
        <span>
          steamers{" "}
          <Choice
            label="Steamers"
            value={String(kitchen.steamers ?? 1)}
            options={OVENS}
            onChoose={(n) => lot({ steamers: Number(n) })}
          />
        </span>
        <span>
          room in the fridge, trays{" "}
          <Choice
            label="Trays in the fridge"
            value={String(kitchen.fridge_trays ?? 3)}
            options={TRAYS}
            onChoose={(n) => lot({ fridge_trays: Number(n) })}
          />
        </span>
      </p>
    </>
  );
}
