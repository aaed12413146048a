/** Marks not yet sent, kept in this browser: a list for each window, so that two never overwrite each other's. */
import type { ObservationIn } from "../api/client";
import { drop, keep, kept, thisWindow } from "../lib/kept";

type ByWindow = Record<string, ObservationIn[]>;

const read = (batch: number): ByWindow => {
  const found = kept<ByWindow | ObservationIn[]>(`outbox.${batch}`, {});
  // Kept before there was a list for each window.
  return Array.isArray(found) ? { before: found } : found;
};

/** The waiting marks of one batch. */
export class WaitingMarks {
  private readonly window = thisWindow();

  constructor(private readonly batch: number) {}

  /** Every window's, in the order they were made: a mark has its own id, so sending one twice is harmless. */
  all(): ObservationIn[] {
    const each = new Map(
      Object.values(read(this.batch))
        .flat()
        .map((mark) => [mark.client_id, mark]),
    );
    return [...each.values()].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  }

  /** Keep more marks under this window's name, whether they really are kept; what is kept already stays. */
  add(marks: ObservationIn[]): boolean {
    const each = read(this.batch);
    return this.put({ ...each, [this.window]: [...(each[this.window] ?? []), ...marks] });
  }

  /** Marks sent or taken back, whichever window made them. */
  remove(ids: ReadonlySet<string>): void {
    const each = Object.entries(read(this.batch));
    this.put(Object.fromEntries(each.map(([name, marks]) => [name, marks.filter((o) => !ids.has(o.client_id))])));
  }

  private put(each: ByWindow): boolean {
    const left = Object.entries(each).filter(([, marks]) => marks.length > 0);
    if (left.length > 0) return keep(`outbox.${this.batch}`, Object.fromEntries(left));
    drop(`outbox.${this.batch}`);
    return true;
  }
}
