import type { ReactNode } from "react";

import type { Sheet } from "../api/client";
import { clock, duration } from "../lib/clock";
import { useUnits } from "../lib/settings";
import { FillingNumbers } from "../parts/filling";
import type { Drawer } from "../ui/drawers";
import { Fact, Facts, Headline, Plate } from "../ui/facts";

type Event = Sheet["events"][number];

const worked = (sheet: Sheet) => sheet.events.filter((e) => e.stage === "filling");

/** When hands begin on the filling, and how long they are at it; null where nothing is made. */
export function fillingWork(sheet: Sheet): { begins: string; hands: number } | null {
  const first = worked(sheet)[0];
  if (!first) return null;
  const filled = sheet.groups.flatMap((g) => (g.filled ? [g.filled] : []));
  const begins = worked(sheet).reduce((at, e) => (e.start < at ? e.start : at), first.start);
  return { begins, hands: filled.reduce((sum, f) => sum + f.making_min, 0) };
}

export function FillingTrayFacts({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const filled = sheet.groups.filter((g) => g.filled);
  const work = fillingWork(sheet);
  const wrap = sheet.day.steps.find((s) => s.key === "wrap");
  const first = filled[0]?.filled;
  if (!first) return <Headline title="The filling" figure="none" note="These pieces hold nothing." />;
  const whole = filled.reduce((sum, g) => sum + (g.filled?.needed_g ?? 0), 0);
  const weighed = filled.reduce((sum, g) => sum + (g.filled?.weighed_g ?? 0), 0);
  return (
    <>
      <Headline
        title={filled.length > 1 ? "Make the fillings" : "Make the filling"}
        under={filled.map((g) => u.text(g.name)).join(", ")}
        figure={work ? duration(work.hands) : u.mass(whole)}
        note={
          work
            ? `of hands, from ${clock(work.begins)}${wrap ? `; ready to wrap by ${clock(wrap.start)}` : ""}`
            : "there is nothing to make"
        }
      />
      <Facts>
        <Fact
          name="To wrap"
          value={u.mass(whole)}
          from={
            weighed > whole * 1.005
              ? `weigh ${u.mass(weighed)}: about ${u.mass(weighed - whole)} of it cooks or drains away`
              : ""
          }
        />
        {filled.length === 1 && (
          <Fact
            name="Juice"
            value={u.text(first.word)}
            strong={first.juice > first.bears}
            from={`about ${u.quantity({ kind: "percent", value: first.juice, digits: 0 })} of it`}
          />
        )}
      </Facts>
    </>
  );
}

/** A step of the filling's work: when it begins, how long hands and waiting take, and what is left after it. */
interface StepRow {
  event: Event;
  waits: Event | undefined;
  left: { grams: number; low: number; high: number; share: number } | null;
}

const minutesOf = (e: Event) => duration((Date.parse(e.end) - Date.parse(e.start)) / 60_000);

function Row({ event, waits, left }: StepRow) {
  const u = useUnits();
  const alone = event.hands_min > 0 ? minutesOf(event) : `${minutesOf(event)} wait`;
  return (
    <li className="grid grid-cols-[3.5rem_1fr_auto] items-baseline gap-x-3 border-t-2 border-inset py-1 first:border-t-0">
      <span className="font-bold">{clock(event.start)}</span>
      <span>{u.text(event.words)}</span>
      <span className="text-muted">{waits ? `${minutesOf(event)}, then ${minutesOf(waits)} wait` : alone}</span>
      {left && (
        <span className="col-span-2 col-start-2 flex items-center gap-2 text-muted">
          <span className="h-2.5 flex-1 overflow-hidden rounded-full bg-inset" aria-hidden="true">
            <span className="block h-full rounded-full bg-crust" style={{ width: `${100 * left.share}%` }} />
          </span>
          <span className="whitespace-nowrap">
            {u.mass(left.grams)} left
            {left.high - left.low > 2 && ` (${u.mass(left.low)} to ${u.mass(left.high)})`}
          </span>
        </span>
      )}
    </li>
  );
}

/** Which step of which filling an event is: "filling.2.3" is the third of the second. */
function rowOf(event: Event, sheet: Sheet): StepRow {
  const [, group, n] = event.id.split(".").map(Number);
  const filled = sheet.groups[(group ?? 1) - 1]?.filled;
  const step = filled?.steps[(n ?? 0) - 1];
  const waits = sheet.events.find((e) => e.id === `${event.id}.over`);
  if (!step || !filled) return { event, waits, left: null };
  const most = Math.max(filled.weighed_g, ...filled.steps.map((s) => s.left_g));
  const before = filled.steps[(n ?? 0) - 2]?.left_g ?? filled.weighed_g;
  const left = { grams: step.left_g, low: step.low_g, high: step.high_g, share: step.left_g / most };
  return { event, waits, left: Math.abs(step.left_g - before) > 1 ? left : null };
}

/** The work in its order, each step with its hour, and what is left after it. */
export function FillingPicture({ sheet }: { sheet: Sheet }) {
  const all = worked(sheet).toSorted((a, b) => a.start.localeCompare(b.start));
  const rows = all.filter((e) => !all.some((first) => e.id === `${first.id}.over`));
  if (rows.length === 0) return null;
  const inSteps = sheet.groups.some((g) => g.filled?.steps.length);
  return (
    <Plate caption={inSteps ? "what is done, and what is left after it" : "made in one go: its steps can be added"}>
      <ol aria-label="The filling, step by step">
        {rows.map((event) => (
          <Row key={event.id} {...rowOf(event, sheet)} />
        ))}
      </ol>
    </Plate>
  );
}

/** How each step came by its minutes, and what it leaves in the filling. */
function StepNumbers({ sheet }: { sheet: Sheet }) {
  const u = useUnits();
  const percent = (value: number) => u.quantity({ kind: "percent", value, digits: 1 });
  return sheet.groups.map((g, i) =>
    g.filled?.steps.length ? (
      <dl key={i} aria-label={`Steps of ${u.text(g.name)}`} className="mb-3">
        {g.filled.steps.map((s, n) => (
          <Fact
            key={n}
            name={u.text(s.words)}
            value={duration(s.minutes)}
            from={`${duration(s.hands_min)} of hands${s.assumed ? " (assumed: nobody said how long)" : ""}; then ${percent(s.water)} water, ${percent(s.salt)} salt`}
          />
        ))}
      </dl>
    ) : null,
  );
}

export const fillingDrawers = (sheet: Sheet, settings: ReactNode, steps: ReactNode): Drawer[] =>
  sheet.groups.some((g) => g.filled)
    ? [
        { key: "steps", name: "Step by step", content: steps },
        { key: "change", name: "Change it", content: settings },
        {
          key: "numbers",
          name: "The numbers",
          content: (
            <>
              <StepNumbers sheet={sheet} />
              <FillingNumbers sheet={sheet} />
            </>
          ),
        },
      ]
    : [];
