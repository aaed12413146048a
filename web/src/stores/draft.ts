import { MutationObserver, type QueryClient } from "@tanstack/react-query";
import same from "fast-deep-equal";
import { createStore, type StoreApi } from "zustand/vanilla";

import type { Bake, BakeOut, Problem, Sheet, SheetReply } from "../api/client";
import { asServerError, lineAfter, ServerError, type Line } from "../api/server-error";
import { emptyHistory, pushed, recall, redone, remember, undone, type History } from "../lib/history";
import { UnsavedDraft } from "./unsaved";

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
  line: Line;
  /** Whether this browser could not keep the last edit: then only the server has it, once it is saved. */
  unkept: boolean;
  canUndo: boolean;
  canRedo: boolean;
}

/** What a draft asks of the server. */
export interface DraftServer {
  work: (bake: Bake) => Promise<SheetReply>;
  save: (id: number, base: number, document: Bake) => Promise<BakeOut>;
  read: (id: number) => Promise<BakeOut>;
  create: (document: Bake) => Promise<BakeOut>;
}

const SAVE_AFTER = 500;
const TRY_AGAIN_AFTER = 4000;
/** A question that got no answer is asked again soon, then less and less often. */
const ASK_AGAIN_AFTER = [300, 1000, TRY_AGAIN_AFTER];
const WORK_AGAIN_AFTER = 60_000;
const CHANGED_ELSEWHERE =
  "This bake was changed elsewhere while your change here was not yet saved. Both are kept: choose.";

/**
 * One bake being edited: the document, its undo, its saving and its sheet.
 *
 * Edits go to this browser's storage at once, to the server's sheet at once, and to the server as a new version half a
 * second later. Saves of one bake never overlap: each waits for the one before and starts from the version it made.
 * Whatever fails, the edit stays.
 */
export class DraftStore {
  readonly id: number;
  private readonly store: StoreApi<DraftState>;
  private readonly unsaved: UnsavedDraft;
  private history: History<Bake>;
  private saveTimer: ReturnType<typeof setTimeout> | undefined;
  private workTimer: ReturnType<typeof setTimeout> | undefined;
  private working = false;
  private workAgain = false;
  private unanswered = 0;
  private closed = false;
  /** The newest version known here, and the document it holds. */
  private base: number;
  private saved: Bake;
  /** Saves whose answer never came: any of them may have arrived. */
  private unacknowledged: Bake[] = [];
  private beforePreview: Bake | null = null;

  constructor(
    from: BakeOut,
    private readonly server: DraftServer,
    private readonly queries: QueryClient,
  ) {
    this.id = from.id;
    this.base = from.version;
    this.saved = from.document;
    this.history = recall<Bake>(String(from.id));
    this.unsaved = new UnsavedDraft(from.id);
    const unsaved = this.unsaved.read();
    const mine = unsaved && !same(unsaved.document, from.document) ? unsaved : null;
    // A save whose answer never came may have arrived: then the head is our own, and nothing conflicts.
    const ours = mine !== null && (mine.base === from.version || same(mine.sent, from.document));
    const conflict = mine !== null && !ours;
    this.store = createStore<DraftState>(() => ({
      document: mine ? mine.document : from.document,
      sheet: null,
      problems: [],
      answers: 0,
      save: conflict ? "conflict" : mine ? "unsaved" : "saved",
      trouble: conflict ? CHANGED_ELSEWHERE : null,
      line: "open",
      unkept: false,
      ...this.depth(),
    }));
    if (mine?.sent) this.unacknowledged = [mine.sent];
    if (!mine) this.unsaved.drop();
  }

  open = (): (() => void) => {
    this.closed = false;
    void this.work();
    if (this.read().save === "unsaved") this.saveSoon(SAVE_AFTER);
    return () => {
      this.closed = true;
      clearTimeout(this.saveTimer);
      clearTimeout(this.workTimer);
      if (this.read().save === "unsaved") void this.save();
    };
  };
  /** Signed in again, or told to try: what waits goes now. */
  again = () => {
    void this.work();
    if (this.read().save === "unsaved") this.saveSoon(0);
  };
  subscribe = (listener: () => void) => this.store.subscribe(listener);
  read = () => this.store.getState();

  /** Change the document. A preview is worked but neither kept nor undoable: the drag is not over. */
  edit(document: Bake, preview = false) {
    const before = this.beforePreview ?? this.read().document;
    this.beforePreview = preview ? before : null;
    this.store.setState({ document });
    // The question goes out first: writing to storage takes as long as the server takes to answer.
    void this.work();
    if (preview) return;
    if (!same(before, document)) this.history = pushed(this.history, before);
    this.stored(document);
  }

  undo = () => this.travel(undone(this.history, this.read().document));
  redo = () => this.travel(redone(this.history, this.read().document));

  private travel(step: { history: History<Bake>; document: Bake } | null) {
    if (!step) return;
    this.history = step.history;
    this.store.setState({ document: step.document });
    void this.work();
    this.stored(step.document);
  }

  private stored(document: Bake) {
    remember(String(this.id), this.history);
    this.keep(document);
    const conflict = this.read().save === "conflict";
    this.store.setState({ document, ...this.depth(), save: conflict ? "conflict" : "unsaved" });
    if (!conflict) this.saveSoon(SAVE_AFTER);
  }

  /** Keep a draft in this browser, with what was last on its way to the server: it may have arrived. */
  private keep(document: Bake, sent = this.unacknowledged.at(-1)) {
    const here = this.unsaved.keep({ base: this.base, document, ...(sent && { sent }) });
    if (here === this.read().unkept) this.store.setState({ unkept: !here });
  }

  private depth = () => ({ canUndo: this.history.past.length > 0, canRedo: this.history.future.length > 0 });

  private saveSoon(after: number) {
    clearTimeout(this.saveTimer);
    this.saveTimer = setTimeout(() => void this.save(), after);
  }

  /** Save what is in sight. Scoped mutations of one bake run one after another, in order. */
  private async save(): Promise<void> {
    const saving = new MutationObserver(this.queries, {
      scope: { id: `bake.${this.id}` },
      networkMode: "always",
      retry: false,
      mutationFn: () => this.saveOnce(),
    });
    try {
      await saving.mutate();
    } catch (error) {
      this.notSaved(asServerError(error));
    }
  }

  private async saveOnce(): Promise<void> {
    const document = this.read().document;
    if (this.read().save === "conflict") return;
    if (!this.isSaved(document)) {
      this.store.setState({ save: "saving" });
      this.keep(document, document);
      const made = await this.sent(document);
      this.base = made.version;
      this.saved = document;
      this.unacknowledged = [];
    }
    this.afterSaving();
  }

  /** Send a save. One refused because the head moved on is sent again where that head is an earlier save of our own. */
  private async sent(document: Bake): Promise<BakeOut> {
    try {
      this.unacknowledged.push(document);
      return await this.server.save(this.id, this.base, document);
    } catch (error) {
      if (asServerError(error).status !== 409) throw error;
      const head = await this.server.read(this.id);
      if (!this.unacknowledged.some((earlier) => same(earlier, head.document))) throw error;
      this.base = head.version;
      return same(head.document, document) ? head : await this.server.save(this.id, this.base, document);
    }
  }

  /** Whether the head is known to hold a document: not while a save without an answer may have put another there. */
  private isSaved = (document: Bake) => this.unacknowledged.length === 0 && same(document, this.saved);

  private afterSaving() {
    const document = this.read().document;
    if (this.isSaved(document)) {
      this.unsaved.drop();
      this.store.setState({ save: "saved", trouble: null });
      return;
    }
    this.keep(document);
    this.store.setState({ save: "unsaved", trouble: null });
    if (!this.closed) this.saveSoon(SAVE_AFTER);
  }

  private notSaved(error: ServerError) {
    if (error.status === 409) return this.store.setState({ save: "conflict", trouble: error.message });
    if (error.status === 422) return this.store.setState({ save: "refused", trouble: error.message });
    this.store.setState({ save: "unsaved", trouble: error.message });
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
    try {
      this.worked(await this.server.work(this.read().document));
    } catch (error) {
      this.notWorked(asServerError(error));
    }
    this.working = false;
    if (this.closed) return;
    if (this.workAgain) {
      this.workAgain = false;
      return this.work();
    }
    const later =
      this.read().line === "open" ? WORK_AGAIN_AFTER : (ASK_AGAIN_AFTER[this.unanswered++] ?? TRY_AGAIN_AFTER);
    this.workTimer = setTimeout(() => void this.work(), later);
  }

  private worked(reply: SheetReply) {
    const { line, save, sheet, answers } = this.read();
    // The server is back: what waited to be saved need not wait longer.
    if (line !== "open" && save === "unsaved") this.saveSoon(0);
    this.unanswered = 0;
    this.store.setState({
      sheet: reply.sheet ?? sheet,
      problems: reply.problems,
      line: "open",
      answers: answers + 1,
      ...(line !== "open" && save !== "conflict" && save !== "refused" && { trouble: null }),
    });
  }

  private notWorked(error: ServerError) {
    if (error.status !== 422) {
      const line = lineAfter(error.status);
      return this.store.setState(line === "away" ? { line } : { line, trouble: error.message });
    }
    const refused: Problem = { code: "refused", where: "", message: [error.message] };
    this.store.setState({ problems: [refused], line: "open" });
  }

  /** Give up what is here for what another window saved. */
  async takeOther() {
    const other = await this.server.read(this.id);
    this.history = pushed(this.history, this.read().document);
    remember(String(this.id), this.history);
    this.unsaved.drop();
    this.base = other.version;
    this.saved = other.document;
    this.store.setState({ document: other.document, save: "saved", trouble: null, ...this.depth() });
    void this.work();
  }

  /** Keep what is here as a bake of its own; returns its id. */
  async keepAsOwn(): Promise<number> {
    const { document } = this.read();
    const made = await this.server.create({ ...document, name: `${document.name} (my change)` });
    this.unsaved.drop();
    remember(String(this.id), emptyHistory<Bake>());
    return made.id;
  }

  /** Save now and wait for it, so that a batch starts from what is in sight; returns the version. */
  async settle(): Promise<number> {
    clearTimeout(this.saveTimer);
    // An edit may come while the save is under way: what is in sight at the end is what counts.
    while (!this.isSaved(this.read().document)) {
      await this.save();
      if (this.read().save === "conflict" || this.read().save === "refused" || this.read().trouble) break;
    }
    const { document, trouble } = this.read();
    const unsaved = "This bake could not be saved yet, so the batch was not started.";
    if (!this.isSaved(document)) throw new ServerError(0, trouble ?? unsaved);
    this.afterSaving();
    return this.base;
  }
}
