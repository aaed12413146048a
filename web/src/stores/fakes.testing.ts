/** What the outbox stands on, for tests that run without a browser: a shelf, the other tabs, the lock over them. */
import { Outbox, type Hand, type News, type Others } from "./outbox";
import type { Answer, Posted, Shelf } from "./posted";

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** A shelf that outlives its tabs. Full or shut, it keeps nothing new. */
export class MemoryShelf implements Shelf {
  held: Posted[] = [];
  full = false;
  shut = false;
  /** Whether there is something that can be done without. */
  spare = false;
  private seq = 0;

  private async ask() {
    await Promise.resolve();
    if (this.shut) throw new Error("no storage");
  }
  async all() {
    await this.ask();
    return copy(this.held);
  }
  async add(posted: Posted[], instead: ReadonlySet<string> = new Set()) {
    await this.ask();
    if (this.full) throw new DOMException("full", "QuotaExceededError");
    this.held = this.held.filter((p) => !instead.has(p.id) || p.tried);
    this.held.push(...copy(posted).map((p) => ({ ...p, seq: ++this.seq })));
  }
  async trying(ids: ReadonlySet<string>) {
    await this.ask();
    this.held = this.held.map((p) => (ids.has(p.id) ? { ...p, tried: true } : p));
    return copy(this.held.filter((p) => ids.has(p.id)));
  }
  async remove(ids: ReadonlySet<string>, untried = false) {
    await this.ask();
    const gone = this.held.filter((p) => ids.has(p.id) && !(untried && p.tried));
    this.held = this.held.filter((p) => !gone.includes(p));
    return new Set(gone.map((p) => p.id));
  }
  async settle(ids: ReadonlySet<string>, _answer: Answer, change: (posted: Posted) => Posted) {
    await this.ask();
    this.held = this.held.filter((p) => !ids.has(p.id)).map(change);
  }
  async change(ids: ReadonlySet<string>, change: (posted: Posted) => Posted) {
    await this.ask();
    this.held = this.held.map((p) => (ids.has(p.id) ? change(p) : p));
  }
  async makeRoom() {
    await this.ask();
    if (this.spare) [this.full, this.spare] = [false, false];
    return !this.full;
  }
}

/** One browser: tabs on one shelf, that hear each other and send one at a time. */
export class FakeBrowser {
  readonly shelf = new MemoryShelf();
  private readonly tabs: ((news: News) => void)[] = [];
  private sending: Promise<void> = Promise.resolve();

  constructor(private readonly hand: Hand) {}

  private tab(): Others {
    let own: ((news: News) => void) | undefined;
    return {
      say: (news) => this.tabs.filter((t) => t !== own).forEach((t) => t(copy(news))),
      hear: (listener) => {
        this.tabs.push((own = listener));
        return () => void this.tabs.splice(this.tabs.indexOf(listener), 1);
      },
    };
  }

  /** A new tab's outbox, opened for somebody. hand: of this tab, where each says for whom it asks. */
  async open(owner = "north", hand = this.hand): Promise<Outbox> {
    const alone = (send: () => Promise<void>) => (this.sending = this.sending.then(send, send));
    const outbox = new Outbox(this.shelf, hand, this.tab(), alone);
    await outbox.open(owner);
    return outbox;
  }
}
