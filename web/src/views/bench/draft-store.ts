import { client, ServerError, take, type Bake, type BakeOut, type Problem, type Sheet } from "../../api/client";
import { nowIso } from "../../lib/clock";
import { emptyHistory, pushed, recall, redone, remember, undone, type History } from "../../lib/history";
import { drop, keep, kept } from "../../lib/kept";

export type SaveState = "saved" | "saving" | "unsaved" | "conflict" | "refused";

export interface DraftState {
  document: Bake;
  sheet: Sheet | null;
  problems: Problem[];
  /** How many times a sheet has been answered. */
  answers: number;
  save: SaveState;
  /** Why saving or working did not go well; null while all is well. */
  trouble: string | null;
  reachable: boolean;
  canUndo: boolean;
  canRedo: boolean;
}

interface Unsaved {
  base: number;
  document: Bake;
}

const SAVE_AFTER = 500;
const TRY_AGAIN_AFTER = 4000;
/** A question that got no answer is asked again soon, then less and less often. */
const ASK_AGAIN_AFTER = [300, 1000, TRY_AGAIN_AFTER];
/** A question that hangs holds up every later one. */
const GIVE_UP_AFTER = 10_000;
const WORK_AGAIN_AFTER = 60_000;

/**
 * One bake being edited: the document, its undo, its saving and its sheet.
 *
 * Edits go to this browser's storage at once, to the server's sheet at once, and to the server
 * as a new version half a second later. Whatever fails, the edit stays.
 */
export class DraftStore {
  private state: DraftState;
  private history: History<Bake>;
  private readonly listeners = new Set<() => void>();
  private saveTimer: ReturnType<typeof setTimeout> | undefined;
  private workTimer: ReturnType<typeof setTimeout> | undefined;
  private working = false;
  private workAgain = false;
  private unanswered = 0;
  private closed = false;
  private base: number;
  readonly id: number;

  constructor(from: BakeOut) {
    this.id = from.id;
    this.base = from.version;
    const unsaved = kept<Unsaved | null>(`draft.${from.id}`, null);
    this.history = recall<Bake>(String(from.id));
    const mine = unsaved && JSON.stringify(unsaved.document) !== JSON.stringify(from.document) ? unsaved : null;
    const conflict = mine !== null && mine.base !== from.version;
    this.state = {
      document: mine ? mine.document : from.document,
      sheet: null,
      problems: [],
      answers: 0,
      save: conflict ? "conflict" : mine ? "unsaved" : "saved",
      trouble: conflict
        ? "This bake was changed elsewhere while your change here was not yet saved. Both are kept: choose."
        : null,
      reachable: true,
      ...this.depth(),
    };
    if (!mine) drop(`draft.${from.id}`);
  }

  open = (): (() => void) => {
    this.closed = false;
    void this.work();
    if (this.state.save === "unsaved") this.saveSoon(SAVE_AFTER);
    return () => {
      this.closed = true;
      clearTimeout(this.saveTimer);
      clearTimeout(this.workTimer);
      if (this.state.save === "unsaved") void this.save();
    };
  };
  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  read = () => this.state;

  /** Change the document. A preview is worked but neither kept nor undoable: the drag is not over. */
  edit(document: Bake, preview = false) {
    const before = this.beforePreview ?? this.state.document;
    this.beforePreview = preview ? before : null;
    this.set({ document });
    // The question goes out first: writing to storage takes as long as the server takes to answer.
    void this.work();
    if (preview) return;
    if (JSON.stringify(before) !== JSON.stringify(document)) this.history = pushed(this.history, before);
    this.stored(document);
  }
  private beforePreview: Bake | null = null;

  undo = () => this.travel(undone(this.history, this.state.document));
  redo = () => this.travel(redone(this.history, this.state.document));

  private travel(step: { history: History<Bake>; document: Bake } | null) {
    if (!step) return;
    this.history = step.history;
    this.set({ document: step.document });
    void this.work();
    this.stored(step.document);
  }

  private stored(document: Bake) {
    remember(String(this.id), this.history);
    keep(`draft.${this.id}`, { base: this.base, document } satisfies Unsaved);
    this.set({ document, ...this.depth(), save: this.state.save === "conflict" ? "conflict" : "unsaved" });
    if (this.state.save !== "conflict") this.saveSoon(SAVE_AFTER);
  }

  private depth = () => ({ canUndo: this.history.past.length > 0, canRedo: this.history.future.length > 0 });

  private set(change: Partial<DraftState>) {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }

  private saveSoon(after: number) {
    clearTimeout(this.saveTimer);
    this.saveTimer = setTimeout(() => void this.save(), after);
  }

  private async save() {
    const document = this.state.document;
    this.set({ save: "saving" });
    try {
      const saved = await take(
        client.PUT("/api/bakes/{bake_id}", {
          params: { path: { bake_id: this.id } },
          body: { base: this.base, document },
        }),
      );
      this.base = saved.version;
      const current = this.state.document === document;
      if (current) drop(`draft.${this.id}`);
      else keep(`draft.${this.id}`, { base: this.base, document: this.state.document } satisfies Unsaved);
      this.set({ save: current ? "saved" : "unsaved", trouble: null });
      if (!current) this.saveSoon(SAVE_AFTER);
    } catch (error) {
      this.notSaved(error instanceof ServerError ? error : new ServerError(0, String(error)));
    }
  }

  private notSaved(error: ServerError) {
    if (error.status === 409) return this.set({ save: "conflict", trouble: error.message });
    if (error.status === 422) return this.set({ save: "refused", trouble: error.message });
    this.set({ save: "unsaved", trouble: error.message });
    if (!this.closed) this.saveSoon(TRY_AGAIN_AFTER);
  }

  /** Work the sheet for what is in sight: one request under way at a time, the newest edit next. */
  private async work(): Promise<void> {
    clearTimeout(this.workTimer);
    if (this.working) {
      this.workAgain = true;
      return;
    }
    this.working = true;
    const bake = this.state.document;
    try {
      const reply = await take(
        client.POST("/api/sheet", {
          body: { bake, kitchen_id: null, now: nowIso() },
          signal: AbortSignal.timeout(GIVE_UP_AFTER),
        }),
      );
      // The server is back: what waited to be saved need not wait longer.
      if (!this.state.reachable && this.state.save === "unsaved") this.saveSoon(0);
      this.unanswered = 0;
      this.set({
        sheet: reply.sheet ?? this.state.sheet,
        problems: reply.problems,
        reachable: true,
        answers: this.state.answers + 1,
      });
    } catch (error) {
      const said = error instanceof ServerError ? error : new ServerError(0, String(error));
      if (said.status === 422)
        this.set({ problems: [{ code: "refused", where: "", message: [said.message] }], reachable: true });
      else this.set({ reachable: false });
    }
    this.working = false;
    if (this.closed) return;
    if (this.workAgain) {
      this.workAgain = false;
      return this.work();
    }
    const later = this.state.reachable ? WORK_AGAIN_AFTER : (ASK_AGAIN_AFTER[this.unanswered++] ?? TRY_AGAIN_AFTER);
    this.workTimer = setTimeout(() => void this.work(), later);
  }

  /** Give up what is here for what another window saved. */
  async takeOther() {
    const other = await take(client.GET("/api/bakes/{bake_id}", { params: { path: { bake_id: this.id } } }));
    this.history = pushed(this.history, this.state.document);
    remember(String(this.id), this.history);
    drop(`draft.${this.id}`);
    this.base = other.version;
    this.set({ document: other.document, save: "saved", trouble: null, ...this.depth() });
    void this.work();
  }

  /** Keep what is here as a bake of its own; returns its id. */
  async keepAsOwn(): Promise<number> {
    const document = { ...this.state.document, name: `${this.state.document.name} (my change)` };
    const made = await take(client.POST("/api/bakes", { body: { document } }));
    drop(`draft.${this.id}`);
    remember(String(this.id), emptyHistory<Bake>());
    return made.id;
  }

  /** Save now and wait for it, so that a batch starts from what is in sight. */
  async settle(): Promise<number> {
    clearTimeout(this.saveTimer);
    if (this.state.save !== "saved") await this.save();
    if (this.state.save !== "saved")
      throw new ServerError(0, this.state.trouble ?? "This bake could not be saved yet, so the batch was not started.");
    return this.base;
  }
}
