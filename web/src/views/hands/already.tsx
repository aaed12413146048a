import type { BakeEvent, EventMark } from "../../api/client";
import { duration } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { hoursText } from "../../lib/words";
import { Button } from "../../ui/button";

interface Props {
  event: BakeEvent;
  /** What goes in along with it, where what it goes into is not hot yet: its choices are the answers. */
  cold: BakeEvent | undefined;
  /** Whether what they go into was not lit yet, as far as anybody has said. */
  unlit: boolean;
  now: number;
  /** extra: what an answer records beside the press. */
  onYes: (extra?: EventMark[]) => void;
  onNo: () => void;
}

/** A press so soon that it may be a slip is asked about; it is one press away either way. */
export function Already({ event, cold, unlit, now, onYes, onNo }: Props) {
  const u = useUnits();
  const ago = (now - Date.parse(event.start)) / 60_000;
  const span = hoursText(event.low, event.high);
  const asks = cold || unlit ? "Is it hot?" : "Already?";
  return (
    <div role="alertdialog" aria-label={asks} className="mt-3 rounded-2xl border-2 border-crust bg-warm p-4">
      <p className="text-2xl font-extrabold">{asks}</p>
      <p className="mt-1 text-lg">
        {unlit
          ? "Nobody has marked that it is on. In a cold one they take longer."
          : cold
            ? "By when it was lit, it is not hot yet. In a cold one they take longer."
            : `${u.text(event.label)}: it began ${ago < 1 ? "less than a minute" : duration(ago)} ago, and is expected at ${span}.`}
      </p>
      <div className={`mt-3 grid gap-3 ${cold ? "tab:grid-cols-3" : "grid-cols-2"}`}>
        {(cold?.choices ?? []).map((choice) => (
          <Button
            key={u.text(choice.label)}
            look="crust"
            className="min-h-16 text-xl"
            onClick={() => onYes(choice.marks)}
          >
            {u.text(choice.label)}
          </Button>
        ))}
        {!cold?.choices.length && (
          <Button look="crust" className="min-h-16 text-xl" onClick={() => onYes()}>
            Yes: {u.text(event.press)}
          </Button>
        )}
        <Button className="min-h-16 text-xl" onClick={onNo}>
          No, not yet
        </Button>
      </div>
    </div>
  );
}
