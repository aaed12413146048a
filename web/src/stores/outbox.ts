import type { BakeOut } from "../api/client";
import { asServerError, lineAfter, ServerError, type Line } from "../api/server-error";
import { cannotBe, parcelOf, streamOf } from "./parcels";
import { NotKept, type Answer, type Posted, type Shelf, type Work } from "./posted";

/** What became of something posted, here or in another tab. */
export type News =
  | { kind: "changed" }
  | { kind: "answered"; posted: Posted[]; answer: Answer }
  | { kind: "refused"; posted: Posted[]; status: number; message: string };

/** Tells one parcel to the server: one thing, or marks of one batch. Rejects with a ServerError. */
export type Hand = (parcel: Posted[]) => Promise<Answer>;

/** The other tabs of this browser. */
export interface Others {
  say(news: News): void;
  hear(listener: (news: News) => void): () => void;
}

export interface OutboxState {
  /** Whose it is; null until it was opened for somebody. */
  owner: string | null;
  waiting: Posted[];
  line: Line;
  trouble: string | null;
  /** What this browser could not keep: it lives in this page alone. */
  unkept: ReadonlySet<string>;
  /** What is on its way onto the shelf: nobody may say yet that it is kept. */
  coming: ReadonlySet<string>;
}

interface How {
  /** What it stands for from now on: what of these was never on its way is dropped. */
  instead?: ReadonlySet<string>;
  /** How long it may wait for a better one, ms. */
  after?: number;
  /** Ids for it, where whoever posts must know them before it is posted. */
  ids?: string[];
}

const NOTHING_YET = { line: "open" as Line, trouble: null, unkept: new Set<string>(), coming: new Set<string>() };
/** How long until it is tried again, doubling each time up to the longest, ms. */
const TRY_AGAIN = 4_000;
const TRY_AGAIN_AT_MOST = 30_000;
const MOST_AT_ONCE = 100;
const isFull = (error: unknown) =>
  error instanceof NotKept || (error instanceof DOMException && error.name === "QuotaExceededError");
/** Answers that say the thing itself cannot be; whatever else goes wrong, it is sent again. */
const REFUSALS = new Set([404, 409, 413, 422]);

/**
 * Everything the cook did that the server has not yet taken, in the order it was done.
 *
 * It is kept in this browser first and sent after, by one tab at a time, each with an id of its own that the server
 * takes once; so a lost server, answer, tab or power loses nothing and does nothing twice.
 */
export class Outbox {
  private state: OutboxState = { owner: null, waiting: [], ...NOTHING_YET };
  private readonly listeners = new Set<() => void>();
  private readonly hearers = new Set<(news: News) => void>();
  /** What is asked of the shelf, one after another. */
  private shelved: Promise<unknown> = Promise.resolve();
  private round: Promise<void> | null = null;
  private again: Promise<void> | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Batches one of whose marks was refused: sent one by one, only that one is. */
  private readonly singly = new Set<string>();
  /** Posted here a moment ago, and perhaps soon replaced by a better one; another tab need not wait for that. */
  private readonly resting = new Map<string, ReturnType<typeof setTimeout>>();
  /** On their way off the shelf: it may not say so yet. */
  private readonly leaving = new Set<string>();
  /** Posted here, and never yet told to wait: whoever did it is still there, and sees at once what is refused. */
  private readonly fresh = new Set<string>();
  /** Whether something could not be answered in this round, though the server is there. */
  private faulted = false;
  /** Rounds in a row that ended without an answer. */
  private missed = 0;

  constructor(
    private readonly shelf: Shelf,
    private readonly hand: Hand,
    private readonly others: Others,
    /** Runs one of these at a time over all tabs. */
    private readonly alone: (send: () => Promise<void>) => Promise<void>,
  ) {
    others.hear((news) => void this.heard(news));
  }

  /** Begin for somebody: what of theirs waits here is read, then sent. */
  async open(owner: string): Promise<void> {
    if (this.owner === owner) return;
    const kept = await this.onShelf(() => this.shelf.all()).catch(() => []);
    const waiting = kept.filter((p) => p.owner === owner);
    this.set({ owner, waiting, ...NOTHING_YET });
    void this.send();
  }

  private get owner() {
    return this.state.owner;
  }

  /** Send nothing more; what waits stays. */
  close() {
    clearTimeout(this.timer);
    this.set({ owner: null, waiting: [], ...NOTHING_YET });
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  read = () => this.state;

  /** Be told what became of things; before `subscribe`'s listeners hear that they no longer wait. */
  hear(hearer: (news: News) => void): () => void {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  }

  /** Something was done: in sight at once, kept here next, sent after. Returns its ids. */
  post(works: Work[], { instead = new Set(), after, ids: given }: How = {}): string[] {
    const made = works.map((work, i): Posted => ({
      id: work.kind === "mark" ? work.mark.client_id : (given?.[i] ?? crypto.randomUUID()),
      owner: this.owner ?? "",
      work,
    }));
    const old = this.state.waiting.filter((p) => instead.has(p.id) && !p.tried).map((p) => p.id);
    const ids = made.map((p) => p.id);
    ids.forEach((id) => this.fresh.add(id));
    if (after !== undefined)
      ids.forEach((id) =>
        this.resting.set(
          id,
          setTimeout(() => this.rested(id), after),
        ),
      );
    this.set({ waiting: [...this.without(old), ...made], coming: new Set([...this.state.coming, ...ids]) });
    void this.away(old, () => this.keep(made, instead)).then(() => {
      this.set({ coming: new Set([...this.state.coming].filter((id) => !ids.includes(id))) });
      void this.send();
    });
    return ids;
  }

  /**
   * Post, and wait for the answer. Rejects with the server's refusal; null where the server cannot be asked now: then
   * it waits here, and is sent when it can be.
   */
  deliver(work: Work, given: string = crypto.randomUUID()): Promise<Answer | null> {
    const [id] = this.post([work], { ids: [given] });
    return new Promise((resolve, reject) => {
      const stop = this.hear((news) => {
        if (news.kind === "changed" || !news.posted.some((p) => p.id === id)) return;
        stop();
        if (news.kind === "answered") resolve(news.answer);
        else reject(new ServerError(news.status, news.message));
      });
      void this.hurry().then(() => {
        if (!this.state.waiting.some((p) => p.id === id)) return;
        stop();
        resolve(null);
      });
    });
  }

  /** Take back what was never on its way; the ids that could be. */
  async withdraw(ids: ReadonlySet<string>): Promise<Set<string>> {
    const { waiting, unkept } = this.state;
    const untried = waiting.filter((p) => ids.has(p.id) && !p.tried).map((p) => p.id);
    this.set({ waiting: this.without(untried) });
    const gone = await this.away(untried, () => this.shelf.remove(new Set(untried), true)).catch(() => null);
    this.others.say({ kind: "changed" });
    return new Set(untried.filter((id) => unkept.has(id) || gone?.has(id)));
  }

  /** Throw away what waits, sent or not: the cook decided so. */
  async giveUp(ids: ReadonlySet<string>): Promise<void> {
    this.set({ waiting: this.without([...ids]) });
    await this.away([...ids], () => this.shelf.remove(ids)).catch(() => undefined);
    this.others.say({ kind: "changed" });
  }

  /** Send these once more, the refused ones too: what stood in their way may be gone. */
  async sendAgain(ids: ReadonlySet<string>): Promise<void> {
    const anew = (p: Posted): Posted => ({ ...p, refused: undefined });
    await this.onShelf(() => this.shelf.change(ids, anew)).catch(() => undefined);
    this.set({ waiting: this.state.waiting.map((p) => (ids.has(p.id) ? anew(p) : p)) });
    this.missed = 0;
    await this.hurry();
  }

  /** Send what waits now, whatever it waits for; resolves once that was tried. */
  async hurry(): Promise<void> {
    this.resting.forEach((timer) => clearTimeout(timer));
    this.resting.clear();
    await this.shelved;
    await this.send();
  }

  private rested(id: string) {
    this.resting.delete(id);
    void this.send();
  }

  /** Whether everything posted so far is kept in this browser. */
  async allKept(): Promise<boolean> {
    await this.shelved;
    return this.state.unkept.size === 0;
  }

  private set(change: Partial<OutboxState>) {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }

  private tell(news: News) {
    this.hearers.forEach((hearer) => hearer(news));
    this.others.say(news);
  }

  private without(ids: string[]): Posted[] {
    return this.state.waiting.filter((p) => !ids.includes(p.id));
  }

  /** Ask the shelf for something after which these are there no more; meanwhile they are not seen there. */
  private async away<T>(ids: string[], ask: () => Promise<T>): Promise<T> {
    ids.forEach((id) => this.leaving.add(id));
    return this.onShelf(ask).finally(() => ids.forEach((id) => this.leaving.delete(id)));
  }

  private onShelf<T>(ask: () => Promise<T>): Promise<T> {
    const asked = this.shelved.then(ask, ask);
    this.shelved = asked.catch(() => undefined);
    return asked;
  }

  /** Put on the shelf; where that cannot be, it is said. */
  private async keep(made: Posted[], instead: ReadonlySet<string>) {
    try {
      await this.addWithRoom(made, instead);
      this.others.say({ kind: "changed" });
    } catch {
      this.set({ unkept: new Set([...this.state.unkept, ...made.map((p) => p.id)]) });
    }
  }

  /** Where the shelf is full, one thing after another that can be done without makes room. */
  private async addWithRoom(made: Posted[], instead: ReadonlySet<string>) {
    for (let more = true; more;)
      try {
        return await this.shelf.add(made, instead);
      } catch (error) {
        if (!isFull(error)) break;
        more = await this.shelf.makeRoom();
      }
    // Whatever else went wrong may have been of a moment: a database that another tab shut is opened anew.
    await this.shelf.add(made, instead);
  }

  /** What is on the shelf of this owner's, and what lives in this page alone. */
  private async held(): Promise<Posted[]> {
    const kept = await this.onShelf(() => this.shelf.all()).catch(() => []);
    const here = new Set(kept.map((p) => p.id));
    const { waiting, unkept, coming } = this.state;
    const alone = waiting.filter((p) => (unkept.has(p.id) || coming.has(p.id)) && !here.has(p.id));
    return [...kept.filter((p) => p.owner === this.owner && !this.leaving.has(p.id)), ...alone];
  }

  private async refresh() {
    const waiting = await this.held();
    if (this.owner !== null) this.set({ waiting });
  }

  private async heard(news: News) {
    if (this.owner === null) return;
    await this.refresh();
    if (news.kind !== "changed" && this.mine(news.posted)) this.hearers.forEach((hearer) => hearer(news));
  }

  /** Send what can go, in order, until nothing more can; one round at a time here, one tab at a time. */
  send = (): Promise<void> => {
    if (this.owner === null) return Promise.resolve();
    // What came while a round was under way may have come too late for it.
    if (this.round) return (this.again ??= this.round.then(() => ((this.again = null), this.send())));
    clearTimeout(this.timer);
    const round = this.state.waiting.length > 0 ? this.alone(() => this.sendAll()) : Promise.resolve();
    this.round = round
      .catch(() => undefined)
      .finally(() => {
        this.round = null;
        if (!this.again) this.sendLater();
      });
    return this.round;
  };

  private sendLater() {
    const { waiting, line } = this.state;
    if (this.owner === null || parcelOf(waiting, new Set(), this.resting, 1).length === 0) return;
    const well = line === "open" && !this.faulted;
    this.missed = well ? 0 : this.missed + 1;
    const pause = Math.min(TRY_AGAIN * 2 ** (this.missed - 1), TRY_AGAIN_AT_MOST);
    this.timer = setTimeout(() => void this.send(), well ? 0 : pause);
  }

  private async sendAll() {
    const [stopped, { owner }] = [new Set<string>(), this];
    this.faulted = false;
    while (this.owner !== null && this.owner === owner) {
      await this.refresh();
      const parcel = parcelOf(this.state.waiting, stopped, this.resting, MOST_AT_ONCE);
      const [first] = parcel;
      if (!first) break;
      if (!(await this.sendOne(this.singly.has(streamOf(first)) ? [first] : parcel, stopped))) break;
    }
    if (!this.state.waiting.some((p) => p.work.kind === "mark")) this.singly.clear();
  }

  /** Send one parcel; whether to go on with others. */
  private async sendOne(parcel: Posted[], stopped: Set<string>): Promise<boolean> {
    const ids = new Set(parcel.map((p) => p.id));
    const kept = await this.onShelf(() => this.shelf.trying(ids)).catch(() => []);
    const going = parcel.filter((p) => this.state.unkept.has(p.id) || kept.some((k) => k.id === p.id));
    // Taken back in the meantime: there is nothing to send of it.
    if (going.length === 0) return true;
    const way = new Set(going.map((p) => p.id));
    this.set({ waiting: this.state.waiting.map((p) => (way.has(p.id) ? { ...p, tried: true } : p)) });
    try {
      await this.taken(going, await this.hand(going));
      return true;
    } catch (error) {
      return this.failed(going, asServerError(error), stopped);
    }
  }

  private async taken(parcel: Posted[], answer: Answer) {
    const [first] = parcel;
    const after = this.following(first, answer);
    const settle = (ids: string[]) => this.offShelf(ids, () => this.shelf.settle(new Set(ids), answer, after));
    if (!this.mine(parcel)) return settle(parcel.map((p) => p.id));
    const ids = this.gone(parcel);
    this.state = { ...this.state, waiting: this.state.waiting.map(after) };
    // What came of it is known, and that it waits no more, in one moment: nothing flickers between the two.
    this.tell({ kind: "answered", posted: parcel, answer });
    this.answered();
    await settle(ids);
  }

  /** Whether this page is still open for whom these were sent: nobody else is told what became of them. */
  private mine = ([first]: Posted[]) => first?.owner === (this.owner ?? "");

  private answered() {
    this.set(this.faulted ? {} : { line: "open", trouble: null });
  }

  /** These wait no more; nobody is told yet. */
  private gone(parcel: Posted[]): string[] {
    const ids = parcel.map((p) => p.id);
    ids.forEach((id) => this.fresh.delete(id));
    const unkept = new Set([...this.state.unkept].filter((id) => !ids.includes(id)));
    this.state = { ...this.state, waiting: this.without(ids), unkept };
    return ids;
  }

  private async offShelf(ids: string[], ask: () => Promise<unknown>) {
    await this.away(ids, ask).catch(() => undefined);
    this.others.say({ kind: "changed" });
  }

  /** Edits made after one that was saved start from the version it made. */
  private following(first: Posted | undefined, answer: Answer): (p: Posted) => Posted {
    if (first?.work.kind !== "save") return (p) => p;
    const [chain, base] = [streamOf(first), (answer as BakeOut).version];
    return (p) => (streamOf(p) === chain && p.work.kind === "save" ? { ...p, work: { ...p.work, base } } : p);
  }

  private async failed(parcel: Posted[], error: ServerError, stopped: Set<string>): Promise<boolean> {
    const [first] = parcel;
    if (!first || !this.mine(parcel)) return false;
    if (!REFUSALS.has(error.status)) {
      const line = lineAfter(error.status);
      stopped.add(streamOf(first));
      parcel.forEach((p) => this.fresh.delete(p.id));
      this.faulted = true;
      this.set({ line, trouble: line === "away" ? null : error.message });
      // A fault is about this one thing; who is away or does not know us answers nothing else either.
      return line === "fault";
    }
    if (parcel.length > 1) {
      this.singly.add(streamOf(first));
      return true;
    }
    await this.refused(first, error, stopped);
    return true;
  }

  /**
   * What cannot be is told to whoever has just done it, and gone; a change of a bake, and whatever had to wait, stays
   * until the cook decides. Marks do not stand in the way of later ones.
   */
  private async refused(one: Posted, { status, message }: ServerError, stopped: Set<string>) {
    let ids: string[] = [];
    if (one.work.kind !== "save" && status === 422 && this.fresh.has(one.id)) ids = this.gone([one]);
    else {
      if (!cannotBe({ ...one, refused: { status, message } })) stopped.add(streamOf(one));
      const flag = (p: Posted): Posted => (p.id === one.id ? { ...p, refused: { status, message } } : p);
      await this.onShelf(() => this.shelf.change(new Set([one.id]), flag)).catch(() => undefined);
      this.state = { ...this.state, waiting: this.state.waiting.map(flag) };
    }
    this.tell({ kind: "refused", posted: [one], status, message });
    this.answered();
    if (ids.length > 0) await this.offShelf(ids, () => this.shelf.remove(new Set(ids)));
  }
}
