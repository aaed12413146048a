import type { BakeEvent, EventMark, Sheet } from "../../api/client";
import { useUnits } from "../../lib/settings";
import { Button } from "../../ui/button";

interface Props {
  event: BakeEvent;
  sheet: Sheet;
  onTake: (marks: EventMark[]) => void;
}

/** What will not work as planned, in front of everything, with what puts it right. */
export function Unsafe({ event, sheet, onTake }: Props) {
  const u = useUnits();
  // Before they go in, what is wrong with their heat is this step's business too.
  const coming = sheet.events.filter((e) => e.along === event.id || e.id === event.id);
  const codes = new Set(coming.flatMap((e) => e.doubts));
  const stops = sheet.doubts.filter((d) => d.severity === "stop" && codes.has(d.code));
  const out = sheet.events.find((e) => e.kind === "out" && coming.some((c) => c.load !== "" && c.load === e.load));
  const choices = event.kind === "out" ? event.choices : (out?.choices ?? []);
  if (stops.length === 0) return null;
  return (
    <div role="alert" className="mt-2 rounded-2xl border-3 border-crust bg-warm p-4">
      {stops.map((d) => (
        <div key={d.code}>
          <p className="text-2xl font-extrabold text-crust">{u.text(d.title)}</p>
          <p className="text-lg">{u.text(d.reason)}</p>
        </div>
      ))}
      {choices.map((choice) => (
        <Button
          key={u.text(choice.label)}
          look="crust"
          className="mt-2 min-h-16 w-full text-xl"
          onClick={() => onTake(choice.marks)}
        >
          {u.text(choice.label)}
        </Button>
      ))}
    </div>
  );
}
