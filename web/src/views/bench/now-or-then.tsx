import type { Sheet } from "../../api/client";
import { clockFrom, clockNow, duration, nowIso } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { AHEAD, doughOf } from "../../stores/run";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";

/** A plan that begins later than this is not begun by a press unasked, ms. */
const LATER = 60 * 60_000;

const ahead = (sheet: Sheet) => doughOf(sheet) - Date.parse(sheet.day.start);
const startsLater = (sheet: Sheet, now: number): boolean => Date.parse(sheet.day.start) - now > LATER;

/** Whether it is asked what is begun: the plan begins so much later, or with something before its dough. */
export const isAsked = (sheet: Sheet, now: number): boolean => startsLater(sheet, now) || ahead(sheet) >= AHEAD;

interface Props {
  sheet: Sheet;
  open: boolean;
  /** Told when the dough is to be begun, where only what comes before it is begun now. */
  onBegin: (dough: string | null) => void;
  onClose: () => void;
}

/** Start pressed tonight for tomorrow's hour, or before a filling that is made ahead: what is meant. */
export function NowOrThen({ sheet, open, onBegin, onClose }: Props) {
  const u = useUnits();
  const now = clockNow();
  const [start, dough, eat] = [Date.parse(sheet.day.start), doughOf(sheet), Date.parse(sheet.day.eat)];
  const first = sheet.day.steps[0];
  const before = ahead(sheet) >= AHEAD && first !== undefined;
  const plan = startsLater(sheet, now) ? `This plan begins at ${clockFrom(start)}, to eat at ${clockFrom(eat)}. ` : "";
  return (
    <Panel
      title={before ? "What is begun now?" : "Now, or at its hour?"}
      note={`${plan}${before ? `Something is made ${duration((dough - start) / 60_000)} before the dough.` : ""}`.trim()}
      open={open}
      onClose={onClose}
    >
      <div className="mt-4 grid gap-3">
        {before && (
          <Button
            look="solid"
            className="min-h-14 text-lg"
            onClick={() => onBegin(nowIso(new Date(now + dough - start)))}
          >
            {u.text(first.label)}: the dough at {clockFrom(now + dough - start)}, eat about{" "}
            {clockFrom(eat - start + now)}
          </Button>
        )}
        <Button look={before ? "rim" : "solid"} className="min-h-14 text-lg" onClick={() => onBegin(null)}>
          {before ? "The dough, that is made already" : "Start now"}: eat about {clockFrom(eat - dough + now)}
        </Button>
        <Button className="min-h-14 text-lg" onClick={onClose}>
          {plan ? `Not yet: it begins at ${clockFrom(start)}` : "Not yet"}
        </Button>
      </div>
    </Panel>
  );
}
