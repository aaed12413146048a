import same from "fast-deep-equal";

import type { BakeEvent, BatchOut, ObservationIn, Outcome, Sheet } from "../api/client";
import { asServerError, lineAfter, type Line } from "../api/server-error";
import { movedBy, nowIso } from "../lib/clock";
import { openEvents } from "./events";
import type { News, Outbox } from "./outbox";
import { cannotBe } from "./parcels";
import type { BatchRef, Posted } from "./posted";

type Kind = ObservationIn["kind"];
type Stage = ObservationIn["stage"];

export interface RunState {
  batch: BatchOut;
  waiting: ObservationIn[];
  /** Whether its end waits to be sent. */
  finishing: boolean;
  line: Line;
  trouble: string | null;
  /** Whether this browser could not keep marks that wait: then they live in this page alone. */
  unkept: boolean;
  /** Whether marks are only now being kept: nothing may say yet that they are. */
  coming: boolean;
}

/** What a batch under way asks of the server. */
export interface RunServer {
  read(batch: number): Promise<BatchOut>;
  /** Whether it has changed since it was read, for a fraction of the cost. */
  news(batch: number): Promise<Pick<BatchOut, "marks" | "finished" | "held">>;
}

/** How often to ask whether somebody else marked something, and to read all of it whatever they did. */
const ASK_EVERY = 4_000;
const READ_EVERY = 20_000;
/** While the pieces are in the heat a probe may be speaking. */
const READ_IN_HEAT = 3_000;
/** Where it is only listened to for its alarms. */
const READ_BEHIND = 60_000;

/** What is made so long before the dough can be begun by itself, ms. */
export const AHEAD = 20 * 60_000;

/** When the dough of a plan is begun: after what is made before it, where there is such a thing. */
export const doughOf = ({ day }: Sheet): number =>
  Date.parse(day.steps.find((s) => s.key === "sponge" || s.key === "weigh")?.start ?? day.start);

/** What a batch has for a number until the server has taken its start. */
export const NOT_YET_BEGUN = 0;

/**
 * A batch begun here while the server is away: planned by the sheet last worked, its dough moved to its hour. How
 * warm the room is at that other hour the server works in when it takes the start.
 */
export function begunHere(
  bake: { id: number; version: number; document: BatchOut["document"] },
  worked: Sheet,
  started: string,
  dough: string = started,
): BatchOut {
  const sheet = movedBy(worked, Date.parse(dough) - doughOf(worked));
  return {
    id: NOT_YET_BEGUN,
    bake_id: bake.id,
    version: bake.version,
    name: bake.document.name,
    started,
    finished: null,
    stopped: null,
    stopped_for: null,
    mishaps: [],
    document: bake.document,
    plan: sheet,
    live: { sheet, problems: [] },
    observations: [],
    marks: 0,
    held: {},
    outcome: null,
    lesson: null,
    teaches: true,
    steps: [],
  };
}

/** A batch under way: as the server last told of it, with the marks that wait in the outbox. */
export class RunStore {
  private state: RunState;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** How many look on, and how many of them closely. */
  private readonly lookers = { all: 0, close: 0 };
  private stops: (() => void)[] = [];
  private lastRead: number;
  private readLine: Line = "open";
  private readTrouble: string | null = null;
  /** Why a mark was refused; it stays in sight until the next is made. */
  private refusal: string | null = null;

  constructor(
    /** As it is opened: what waits for it is posted under this. */
    private readonly ref: BatchRef,
    batch: BatchOut,
    private readonly outbox: Outbox,
    private readonly server: RunServer,
  ) {
    // What of the outbox is this batch's is told by its number, too.
    this.state = { batch } as RunState;
    this.state = { batch, ...this.standing() };
    // What it is opened with was read a moment ago, or kept from another day.
    this.lastRead = Math.min(Date.now(), Date.parse(batch.live.sheet?.worked_at ?? "") || 0);
  }

  /** Follow it until closed; several may. close: as the view in front of the cook, not behind it. */
  open = (close = true) => {
    this.lookers.close += close ? 1 : 0;
    if (this.lookers.all++ === 0) {
      this.stops = [this.outbox.subscribe(this.refresh), this.outbox.hear(this.heard)];
      this.refresh();
    }
    void this.look();
    return () => {
      this.lookers.close -= close ? 1 : 0;
      if (--this.lookers.all > 0) return;
      clearTimeout(this.timer);
      this.stops.forEach((stop) => stop());
    };
  };
  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  read = () => this.state;

  private set(change: Partial<RunState>) {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }

  /** This batch's part of what waits, and how things stand with the server. */
  private standing(): Omit<RunState, "batch"> {
    const { waiting, line, trouble, unkept, coming } = this.outbox.read();
    const mine = waiting.filter(this.isMine);
    const now = line === "open" ? this.readLine : line;
    return {
      waiting: mine.flatMap((p) => (p.work.kind === "mark" && !cannotBe(p) ? [p.work.mark] : [])),
      finishing: mine.some((p) => p.work.kind === "finish" && !p.refused),
      line: now,
      trouble: this.refusal ?? (now === "fault" ? (trouble ?? this.readTrouble) : null),
      unkept: mine.some((p) => unkept.has(p.id)),
      coming: mine.some((p) => coming.has(p.id)),
    };
  }

  private refresh = () => this.set(this.standing());

  private isMine = ({ id, work }: Posted) =>
    "batch" in work ? work.batch === this.ref || work.batch === this.state.batch.id : id === this.ref;

  private heard = (news: News) => {
    if (news.kind === "changed" || !news.posted.some(this.isMine)) return;
    if (news.kind === "answered") this.state = { ...this.state, batch: this.newer(news.answer as BatchOut) };
    // What stays is said beside what waits.
    else if (!this.stays(news.posted)) this.refusal = news.message;
    this.refresh();
  };

  private stays = (posted: Posted[]) =>
    this.outbox.read().waiting.some((p) => cannotBe(p) && posted.some(({ id }) => id === p.id));

  /** Of two answers, the one that knows of more: they may have overtaken one another. */
  private newer = (batch: BatchOut): BatchOut =>
    batch.marks < this.state.batch.marks || (this.state.batch.finished && !batch.finished) ? this.state.batch : batch;

  /** Note something seen or done now. It is in sight at once, kept here next and sent after. */
  mark(marks: { kind: Kind; stage: Stage; value?: number | null; where?: string | null; event?: string }[]) {
    const at = nowIso(undefined, true);
    this.refusal = null;
    this.post(
      marks.map((m) => ({
        client_id: crypto.randomUUID(),
        kind: m.kind,
        stage: m.stage,
        at,
        value: m.value ?? null,
        where: m.where ?? null,
        undoes: null,
        event: m.event ?? "",
      })),
    );
  }

  private post(marks: ObservationIn[]) {
    this.outbox.post(marks.map((mark) => ({ kind: "mark", batch: this.ref, mark })));
  }

  /** Take back the last marks: those never on their way vanish; the others are undone by another. */
  undo(together: number) {
    this.takeBack(standing(this.state).slice(-together));
  }

  private takeBack(taken: Mark[]) {
    this.refusal = null;
    const waits = new Set(this.state.waiting.map((o) => o.client_id));
    const unsent = new Set(taken.map((o) => o.client_id).filter((id) => waits.has(id)));
    void this.outbox.withdraw(unsent).then((gone) => this.undoSent(taken.filter((o) => !gone.has(o.client_id))));
  }

  private undoSent(taken: Mark[]) {
    this.post(
      taken.map((o) => ({
        client_id: crypto.randomUUID(),
        kind: "undo",
        stage: o.stage,
        at: nowIso(),
        value: null,
        where: null,
        undoes: o.client_id,
        event: "",
      })),
    );
  }

  /** Go on with a batch that was put away. */
  takeBackStop() {
    const stop = stopOf(this.state);
    if (stop) this.takeBack([stop]);
  }

  /** Signed in again: what waits goes now. */
  again = () => {
    void this.outbox.send();
    void this.look();
  };

  /**
   * End the batch, after every mark made before it. Rejects where that is refused; false where it waits
   * for the server.
   */
  async finish(outcome: Outcome): Promise<boolean> {
    return (await this.outbox.deliver({ kind: "finish", batch: this.ref, outcome, at: nowIso() })) !== null;
  }

  /** Look whether anything has changed; what waits here is answered with how things stand anyway. */
  private async look(): Promise<void> {
    clearTimeout(this.timer);
    if (this.state.waiting.length === 0 && !this.state.finishing) await this.ask();
    clearTimeout(this.timer);
    const soon = inHeat(this.state) && this.lookers.close > 0 ? READ_IN_HEAT : ASK_EVERY;
    if (this.lookers.all > 0) this.timer = setTimeout(() => void this.look(), soon);
  }

  private readEvery = () => (this.lookers.close === 0 ? READ_BEHIND : inHeat(this.state) ? READ_IN_HEAT : READ_EVERY);

  private async ask() {
    const { id, marks, finished, held } = this.state.batch;
    if (id === NOT_YET_BEGUN) return;
    try {
      const due = Date.now() - this.lastRead >= this.readEvery();
      const news = due ? null : await this.server.news(id);
      if (!news || news.marks !== marks || news.finished !== finished || !same(news.held, held)) {
        const batch = await this.server.read(id);
        this.lastRead = Date.now();
        this.state = { ...this.state, batch: this.newer(batch) };
      }
      [this.readLine, this.readTrouble] = ["open", null];
    } catch (error) {
      const said = asServerError(error);
      [this.readLine, this.readTrouble] = [lineAfter(said.status), said.message];
    }
    this.refresh();
  }
}

type Mark = Pick<ObservationIn, "client_id" | "kind" | "stage" | "at" | "where" | "event">;

/** Every mark that stands, those not yet sent included and those taken back left out, in order. */
export function standing(state: RunState): Mark[] {
  const undone = new Set(state.waiting.map((o) => o.undoes).filter(Boolean));
  const known = new Set(state.batch.observations.map((o) => o.client_id));
  const all: Mark[] = [...state.batch.observations, ...state.waiting.filter((o) => !known.has(o.client_id))];
  return all.filter((o) => o.kind !== "undo" && o.kind !== "started" && !undone.has(o.client_id));
}

/** What is still to come of its events, by what the server knows and by what was done here since. */
export function openOf(state: RunState, events: BakeEvent[], now: number): BakeEvent[] {
  const taken = new Set(state.waiting.map((o) => o.undoes).filter(Boolean));
  const made = state.waiting.filter((o) => o.kind !== "undo" && !taken.has(o.client_id));
  return openEvents(
    events,
    made,
    state.batch.observations.filter((o) => taken.has(o.client_id)),
    now,
  );
}

/** Stages ended so far, with when. */
export const ended = (state: RunState): Map<string, number> =>
  new Map(
    standing(state)
      .filter((o) => o.kind === "done")
      .map((o) => [o.stage, Date.parse(o.at)]),
  );

/** Whether it still goes on: neither finished nor put away. */
export const isUnderWay = (batch: Pick<BatchOut, "finished" | "stopped">) => !batch.finished && !batch.stopped;

/** The mark by which it was put away for good, by what the server knows and by what was done here since. */
export const stopOf = (state: RunState): Mark | undefined => standing(state).find((o) => o.kind === "stopped");

/** Whether the pieces are in the heat now. */
const inHeat = (state: RunState): boolean => {
  const done = ended(state);
  const { heat, filled } = state.batch.document;
  const ready = done.has((heat.from ?? "proofed") === "proofed" ? "proof" : "hold");
  return ready && (filled !== "after" || done.has("wrap")) && !done.has("heat");
};

/** A lump of dough as cut and weighed: a new one, or one of them weighed again. */
export const pieceMark = (grams: number, number: number | null) => ({
  kind: "piece" as const,
  stage: "divide" as const,
  value: grams,
  ...(number !== null && { where: String(number) }),
});

/** New lumps noted here that the server has not taken yet. */
export const unsentPieces = (state: RunState): number => {
  const known = new Set(state.batch.observations.map((o) => o.client_id));
  return standing(state).filter((o) => o.kind === "piece" && !o.where && !known.has(o.client_id)).length;
};
