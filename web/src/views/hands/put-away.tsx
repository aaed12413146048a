import { Link } from "react-router";

import type { BatchOut } from "../../api/client";
import { clock, day } from "../../lib/clock";
import { useUnits } from "../../lib/settings";
import { useNow } from "../../lib/use-now";
import { Button } from "../../ui/button";
import { Notice } from "../../ui/facts";

/** Within which a batch that was put away can go on, ms; the server holds to the same. */
const TAKEN_BACK = 24 * 3_600_000;

interface Props {
  batch: BatchOut;
  /** When it was put away. */
  at: string;
  /** Whether the server has yet to hear of it. */
  waits: boolean;
  onTakeBack: () => void;
}

/** A batch that was given up: nothing of it calls any more, and for a day it can go on. */
export function PutAway({ batch, at, waits, onTakeBack }: Props) {
  const u = useUnits();
  const open = useNow(60_000) - Date.parse(at) < TAKEN_BACK;
  const why = batch.stopped_for ? ` ${u.text(batch.stopped_for)}.` : "";
  return (
    <main>
      <Notice
        title={`${batch.name}: stopped and put away`}
        text={
          `${day(at)}, ${clock(at)}.${why} Nothing of it rings, and nothing is learned from it.` +
          (waits ? " It is kept here, and sent as soon as the server answers." : "")
        }
      >
        {open && (
          <Button look="crust" className="min-h-14" onClick={onTakeBack}>
            Take it back: it goes on
          </Button>
        )}
        <Link to={`/bench/${batch.bake_id}`} className="self-center font-semibold text-cobalt underline">
          To its bake, to begin anew
        </Link>
      </Notice>
    </main>
  );
}
