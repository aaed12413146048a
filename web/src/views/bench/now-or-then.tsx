import type { Sheet } from "../../api/client";
import { clockFrom, clockNow } from "../../lib/clock";
import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";

/** A plan that begins later than this is not begun by a press unasked, ms. */
const LATER = 60 * 60_000;

/** Whether a plan begins so much later that a start pressed now may be a slip. */
export const startsLater = (sheet: Sheet, now: number): boolean => Date.parse(sheet.day.start) - now > LATER;

interface Props {
  sheet: Sheet;
  open: boolean;
  onNow: () => void;
  onClose: () => void;
}

/** Start pressed tonight for tomorrow's hour: which of the two is meant. */
export function NowOrThen({ sheet, open, onNow, onClose }: Props) {
  const now = clockNow();
  const [start, eat] = [Date.parse(sheet.day.start), Date.parse(sheet.day.eat)];
  return (
    <Panel
      title="Now, or at its hour?"
      note={`This plan begins at ${clockFrom(start)}, to eat at ${clockFrom(eat)}.`}
      open={open}
      onClose={onClose}
    >
      <div className="mt-4 grid gap-3">
        <Button look="solid" className="min-h-14 text-lg" onClick={onNow}>
          Start now: eat about {clockFrom(eat - start + now)}
        </Button>
        <Button className="min-h-14 text-lg" onClick={onClose}>
          Not yet: it begins at {clockFrom(start)}
        </Button>
      </div>
    </Panel>
  );
}
