/** Drafts not yet saved, kept in this browser: one for each window, so that two never overwrite each other's. */
import type { Bake } from "../api/client";
import { drop, keep, kept, thisWindow } from "../lib/kept";

export interface Unsaved {
  /** The version it was made from. */
  base: number;
  document: Bake;
  /** What was on its way to the server when this was kept: if the head says the same, it arrived. */
  sent?: Bake;
}

type ByWindow = Record<string, Unsaved>;

const all = (id: number): ByWindow => {
  const found = kept<ByWindow | Unsaved>(`draft.${id}`, {});
  // Kept before there was one for each window.
  return "document" in found && "base" in found ? { before: found as Unsaved } : (found as ByWindow);
};

const put = (id: number, drafts: ByWindow): boolean => {
  if (Object.keys(drafts).length > 0) return keep(`draft.${id}`, drafts);
  drop(`draft.${id}`);
  return true;
};

/** The unsaved draft of one bake in this window. */
export class UnsavedDraft {
  private readonly window = thisWindow();

  constructor(private readonly id: number) {}

  /** This window's draft, or one that another window left behind. */
  read(): Unsaved | null {
    const drafts = all(this.id);
    return drafts[this.window] ?? Object.values(drafts)[0] ?? null;
  }

  /** Keep it; whether it really is kept. */
  keep(draft: Unsaved): boolean {
    return put(this.id, { ...all(this.id), [this.window]: draft });
  }

  /** This draft is saved or given up; another window's stays. */
  drop(): void {
    const others = Object.entries(all(this.id)).filter(([name]) => name !== this.window && name !== "before");
    put(this.id, Object.fromEntries(others));
  }
}
