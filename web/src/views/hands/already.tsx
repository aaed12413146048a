import type { BakeEvent } from "../../api/client";
import { duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { hoursText } from "../../lib/words";
import { Button } from "../../ui/button";

interface Props {
  event: BakeEvent;
  /** Whether what they go into was not lit yet, as far as anybody has said. */
  unlit: boolean;
  now: number;
  onYes: () => void;
  onNo: () => void;
}

/** A press so soon that it may be a slip is asked about; it is one press away either way. */
export function Already({ event, unlit, now, onYes, onNo }: Props) {
  const u = useUnits();
  const ago = (now - Date.parse(event.start)) / 60_000;
  const span = hoursText(event.low, event.high);
  return (
    <div role="alertdialog" aria-label="Already?" className="mt-3 rounded-2xl border-2 border-crust bg-warm p-4">
      <p className="text-2xl font-extrabold">Already?</p>
      <p className="mt-1 text-lg">
        {unlit
          ? "Nobody has said yet that the heat is on: they would go in cold, and be done later than is told."
          : `${u.text(event.label)}: it began ${ago < 1 ? "less than a minute" : duration(ago)} ago, and is expected at ${span}.`}
      </p>
      <div className="mt-3 grid grid-cols-2 gap-3">
        <Button look="crust" className="min-h-16 text-xl" onClick={onYes}>
          Yes: {u.text(event.press)}
        </Button>
        <Button className="min-h-16 text-xl" onClick={onNo}>
          No, not yet
        </Button>
      </div>
    </div>
  );
}
