import same from "fast-deep-equal";
import { createStore, type StoreApi } from "zustand/vanilla";

import type { Bake, BakeOut, BatchOut, Problem, Sheet, SheetReply } from "../api/client";
import { asServerError, lineAfter, ServerError, type Line } from "../api/server-error";
import { emptyHistory, pushed, recall, redone, remember, undone, type History } from "../lib/history";
import { thisWindow } from "../lib/kept";
import type { News, Outbox } from "./outbox";
import type { Posted } from "./posted";
import { begunHere } from "./run";

export type SaveState = "saved" | "saving" | "unsaved" | "conflict" | "refused";

export interface DraftState {
  document: Bake;
  sheet: Sheet | null;
  /** What that sheet was worked from: an earlier edit, while the server is away. */
  sheetOf: Bake | null;
  problems: Problem[];
  /** How many times a sheet has been answered. */
  answers: number;
  save: SaveState;
  /** Why saving or working did not go well; null while all is well. */
  trouble: string | null;
  line: Line;
  /** Whether this browser could not keep the last edit: then only the server has it, once it is saved. */
  unkept: boolean;
  /** Whether the last edit is only now being kept: nothing may say yet that it is. */
  coming: boolean;
  canUndo: boolean;
  canRedo: boolean;
}

/** A sheet kept in this browser, with what it was worked from. */
export interface KeptSheet {
  sheet: Sheet;
  document: Bake;
}

/** What a draft asks of the server. */
export interface DraftServer {
  work: (bake: Bake) => Promise<SheetReply>;
  read: (id: number) => Promise<BakeOut>;
}

const SAVE_AFTER = 500;
const TRY_AGAIN_AFTER = 4000;
/** A question that got no answer is asked again soon, then less and less often. */
const ASK_AGAIN_AFTER = [300, 1000, TRY_AGAIN_AFTER];
const WORK_AGAIN_AFTER = 60_000;

/**
 * One bake being edited: the document, its undo, its saving and its sheet.
 *
 * Edits go to the server's sheet at once, and to the outbox, which keeps them in this browser and saves them half a
 * second later. Edits of one window are a chain: each starts from the version the one before made, and never overlaps
 * it. Whatever fails, the edit stays.
 */
export class DraftStore {
  readonly id: number;
  private readonly store: StoreApi<DraftState>;
  private history: History<Bake>;
  private workTimer: ReturnType<typeof setTimeout> | undefined;
  private working = false;
  private workAgain = false;
  private unanswered = 0;
  private workLine: Line = "open";
  private workTrouble: string | null = null;
  private closed = true;
  /** The window whose edits these follow: this one's, or one that was closed before it was heard. */
  private readonly chain: string;
  /** The newest version known here, and the document it holds. */
  private base: number;
  private saved: Bake;
  private beforePreview: Bake | null = null;
  /** The newest of what this window posted, or found waiting: another's edit of the same chain has another id. */
  private newest: string | undefined;

  constructor(
    from: BakeOut,
    private readonly server: DraftServer,
    private readonly outbox: Outbox,
    last: KeptSheet | null = null,
  ) {
    this.id = from.id;
    this.base = from.version;
    this.saved = from.document;
    this.history = recall<Bake>(String(from.id));
    const waiting = outbox.read().waiting.flatMap((p) => this.asSave(p) ?? []);
    const left = waiting.filter((w) => w.chain === thisWindow()).at(-1) ?? waiting.at(-1);
    this.chain = left?.chain ?? thisWindow();
    this.newest = this.waiting().at(-1)?.id;
    this.store = createStore<DraftState>(() => ({
      document: left?.document ?? from.document,
      sheet: last?.sheet ?? null,
      sheetOf: last?.document ?? null,
      problems: [],
      answers: 0,
      save: "saved",
      trouble: null,
      line: "open",
      unkept: false,
      coming: false,
      ...this.depth(),
    }));
    this.refresh();
  }

  private asSave({ work }: Posted) {
    return work.kind === "save" && work.bake === this.id ? work : null;
  }

  /** What of this chain waits in the outbox, in order. */
  private waiting = (): Posted[] => this.outbox.read().waiting.filter((p) => this.asSave(p)?.chain === this.chain);

  open = (): (() => void) => {
    this.closed = false;
    const stops = [this.outbox.subscribe(this.refresh), this.outbox.hear(this.heard)];
    this.refresh();
    void this.work();
    return () => {
      this.closed = true;
      clearTimeout(this.workTimer);
      stops.forEach((stop) => stop());
      void this.outbox.hurry();
    };
  };
  /** Signed in again, or told to try: what waits goes now. */
  again = () => {
    void this.work();
    void this.outbox.hurry();
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
    this.store.setState({ document, ...this.depth() });
    const before = this.waiting();
    // What was refused for what it says is put right by this edit; what is in conflict waits for a choice.
    const wrong = before.filter((p) => p.refused && p.refused.status !== 409).map((p) => p.id);
    if (wrong.length > 0) void this.outbox.giveUp(new Set(wrong));
    const untried = new Set(before.filter((p) => !p.tried).map((p) => p.id));
    // With nothing waiting there is nothing to undo at the server; what waits may be on its way this very moment.
    if (same(document, this.saved) && before.length === 0) return;
    this.post(document, untried);
  }

  private post(document: Bake, instead: ReadonlySet<string>) {
    const { id: bake, chain, base } = this;
    const work = { kind: "save" as const, bake, chain, base, document };
    // Its id is known before anybody hears of it: it is this window's own.
    this.newest = crypto.randomUUID();
    this.outbox.post([work], { instead, after: SAVE_AFTER, ids: [this.newest] });
  }

  private depth = () => ({ canUndo: this.history.past.length > 0, canRedo: this.history.future.length > 0 });

  /** How saving stands, from what waits in the outbox. */
  private refresh = () => {
    const mine = this.waiting();
    this.follow(mine.at(-1));
    const { line, trouble, unkept, coming } = this.outbox.read();
    const refused = mine.find((p) => p.refused)?.refused;
    const newest = mine.at(-1);
    const now = line === "open" ? this.workLine : line;
    const save: SaveState = refused
      ? refused.status === 409
        ? "conflict"
        : "refused"
      : !newest
        ? "saved"
        : newest.tried && line === "open"
          ? "saving"
          : "unsaved";
    const said = now === "open" || now === "away" ? null : (trouble ?? this.workTrouble);
    const next = {
      save,
      line: now,
      trouble: refused?.message ?? said,
      unkept: mine.some((p) => unkept.has(p.id)),
      coming: mine.some((p) => coming.has(p.id)),
    };
    const before = this.read();
    if (!same({ ...before, ...next }, before)) this.store.setState(next);
  };

  /** Another window went on with the same edits: so does this one. */
  private follow(newest: Posted | undefined) {
    if (!newest || newest.id === this.newest) return;
    this.newest = newest.id;
    const save = this.asSave(newest);
    if (save) this.show(save.document);
  }

  /** Show what came from elsewhere; what was in sight is one undo away, where it was this cook's. */
  private show(document: Bake, undoable = true) {
    if (same(this.read().document, document)) return;
    if (undoable) this.history = pushed(this.history, this.read().document);
    this.store.setState({ document, ...this.depth() });
    void this.work();
  }

  private heard = (news: News) => {
    const saves = news.kind === "answered" ? news.posted.flatMap((p) => this.asSave(p) ?? []) : [];
    const [save] = saves;
    if (news.kind !== "answered" || !save) return;
    const made = news.answer as BakeOut;
    if (save.chain !== this.chain) return this.arrived(made);
    [this.base, this.saved] = [made.version, save.document];
    // An edit taken back while it was on its way did arrive: what is in sight is saved over it.
    const { document } = this.read();
    if (!this.beforePreview && this.waiting().length === 0 && !same(document, this.saved))
      this.post(document, new Set());
  };

  /** A newer version came from elsewhere: it is taken, unless something here is not yet saved. */
  arrived(made: BakeOut) {
    if (made.version <= this.base || this.waiting().length > 0 || this.beforePreview) return;
    // What was in sight is a version of the server's own: no undo of this cook's leads back to it.
    [this.base, this.saved] = [made.version, made.document];
    this.show(made.document, false);
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
      const { document } = this.read();
      this.worked(document, await this.server.work(document));
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

  private worked(document: Bake, reply: SheetReply) {
    const { line, sheet, sheetOf, answers } = this.read();
    // The server is back: what waited to be saved need not wait longer.
    if (line !== "open") void this.outbox.hurry();
    this.unanswered = 0;
    this.workLine = "open";
    this.store.setState({
      sheet: reply.sheet ?? sheet,
      sheetOf: reply.sheet ? document : sheetOf,
      problems: reply.problems,
      answers: answers + 1,
    });
    this.refresh();
  }

  private notWorked(error: ServerError) {
    if (error.status === 422) {
      const refused: Problem = { code: "refused", where: "", message: [error.message] };
      this.workLine = "open";
      this.store.setState({ problems: [refused] });
    } else [this.workLine, this.workTrouble] = [lineAfter(error.status), error.message];
    this.refresh();
  }

  private giveUp = () => this.outbox.giveUp(new Set(this.waiting().map((p) => p.id)));

  /** Give up what is here for what another window saved. */
  async takeOther() {
    const other = await this.server.read(this.id);
    this.history = pushed(this.history, this.read().document);
    remember(String(this.id), this.history);
    await this.giveUp();
    this.base = other.version;
    this.saved = other.document;
    this.store.setState({ document: other.document, ...this.depth() });
    this.refresh();
    void this.work();
  }

  /** Keep what is here as a bake of its own; its id, null where it waits for the server. */
  async keepAsOwn(): Promise<number | null> {
    const { document } = this.read();
    const own = { ...document, name: `${document.name} (my change)` };
    const made = await this.outbox.deliver({ kind: "create", document: own });
    await this.giveUp();
    remember(String(this.id), emptyHistory<Bake>());
    return made?.id ?? null;
  }

  /**
   * Save now and wait for it, so that a batch starts from what is in sight; returns the version, null where that waits
   * for the server. Rejects where it cannot be saved.
   */
  async settle(): Promise<number | null> {
    // An edit may come while the save is under way: what is in sight at the end is what counts.
    while (this.waiting().length > 0) {
      await this.outbox.hurry();
      if (this.waiting().some((p) => p.refused) || this.outbox.read().line !== "open") break;
    }
    this.refresh();
    const refused = this.waiting().find((p) => p.refused)?.refused;
    if (refused) throw new ServerError(refused.status, refused.message);
    return this.waiting().length > 0 ? null : this.base;
  }

  /** The batch a start pressed now makes, by the sheet in sight; null where that is of an earlier edit. */
  begun(at: string, dough: string | null = null): BatchOut | null {
    const { sheet, sheetOf, document } = this.read();
    if (!sheet || !same(sheetOf, document)) return null;
    return begunHere({ id: this.id, version: this.base, document }, sheet, at, dough ?? at);
  }

  /** What to post to start a batch of this bake: after what of it waits. */
  start = (version: number | null, kitchen: number | null, at: string, dough: string | null = null) =>
    ({ kind: "start", bake: this.id, chain: this.chain, version, kitchen, at, dough }) as const;
}
