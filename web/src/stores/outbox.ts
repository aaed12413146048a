import type { BatchOut, ObservationIn, Outcome } from "../api/client";
import { asServerError, lineAfter, type Line } from "../api/server-error";
import { nowIso } from "../lib/clock";
import { WaitingMarks } from "./waiting";

type Kind = ObservationIn["kind"];
type Stage = ObservationIn["stage"];

export interface RunState {
  batch: BatchOut;
  waiting: ObservationIn[];
  line: Line;
  trouble: string | null;
  /** Whether this browser could not keep marks that wait: then they live in this page alone. */
  unkept: boolean;
}

/** What a batch under way asks of the server. */
export interface RunServer {
  note(batch: number, marks: ObservationIn[]): Promise<BatchOut>;
  read(batch: number): Promise<BatchOut>;
  /** End a batch; the marks made before it go with it, so that it never overtakes them. */
  finish(batch: number, outcome: Outcome, marks: ObservationIn[]): Promise<BatchOut>;
}

const EVERY = 20_000;
/** While the pieces are in the heat a probe may be speaking. */
const EVERY_IN_HEAT = 3_000;
const TRY_AGAIN = 4_000;
const MOST_AT_ONCE = 100;

/**
 * A batch under way. Marks are kept in this browser first and sent after, so that a lost server
 * loses nothing; each has its own id, so that sending twice is harmless.
 */
export class RunStore {
  private state: RunState;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending = false;
  /** Marks the server may have by now, though it has not said so. */
  private onTheWay = new Set<string>();
  private closed = false;
  private atOnce = MOST_AT_ONCE;
  /** Why a mark was refused; it stays in sight until the next is made. */
  private refusal: string | null = null;

  private readonly kept: WaitingMarks;

  constructor(
    batch: BatchOut,
    private readonly server: RunServer,
  ) {
    this.kept = new WaitingMarks(batch.id);
    this.state = { batch, waiting: this.kept.all(), line: "open", trouble: null, unkept: false };
  }

  open = () => {
    this.closed = false;
    void this.send();
    return () => {
      this.closed = true;
      clearTimeout(this.timer);
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

  /** Note something seen or done now. Returns once it is kept here; sending follows. */
  mark(marks: { kind: Kind; stage: Stage; value?: number; where?: string }[]) {
    const at = nowIso(new Date(), true);
    const made = marks.map((m) => ({
      client_id: crypto.randomUUID(),
      kind: m.kind,
      stage: m.stage,
      at,
      value: m.value ?? null,
      where: m.where ?? null,
      undoes: null,
    }));
    this.refusal = null;
    this.add(made);
    void this.send();
  }

  /** Take back the last marks: unsent ones vanish; those sent, or on their way now, are undone by another. */
  undo(together: number) {
    const taken = standing(this.state).slice(-together);
    const mine = new Set(this.state.waiting.map((o) => o.client_id));
    const gone = new Set(taken.map((o) => o.client_id).filter((id) => mine.has(id) && !this.onTheWay.has(id)));
    const undone = taken
      .filter((o) => !gone.has(o.client_id))
      .map((o) => ({
        client_id: crypto.randomUUID(),
        kind: "undo" as Kind,
        stage: o.stage,
        at: nowIso(),
        value: null,
        where: null,
        undoes: o.client_id,
      }));
    this.remove(gone);
    this.add(undone);
    void this.send();
  }

  /** Signed in again: what waits goes now. */
  again = () => void this.send();

  /** End the batch. Every window's marks that wait go with it, in order; what refuses it leaves them waiting. */
  async finish(outcome: Outcome): Promise<void> {
    const before = this.kept.all();
    const last = before.length > 0 ? before : this.state.waiting;
    const batch = await this.server.finish(this.state.batch.id, outcome, last);
    this.set({ batch, line: "open", trouble: null });
    this.remove(new Set(last.map((o) => o.client_id)));
  }

  private add(marks: ObservationIn[]) {
    const unkept = !this.kept.add(marks);
    this.set({ waiting: [...this.state.waiting, ...marks], unkept });
  }

  private remove(ids: ReadonlySet<string>) {
    this.kept.remove(ids);
    const waiting = this.state.waiting.filter((o) => !ids.has(o.client_id));
    this.set({ waiting, unkept: this.state.unkept && waiting.length > 0 });
  }

  private async send(): Promise<void> {
    clearTimeout(this.timer);
    if (this.sending) return;
    this.sending = true;
    const out = this.state.waiting.slice(0, this.atOnce);
    this.onTheWay = new Set(out.map((o) => o.client_id));
    try {
      const { id } = this.state.batch;
      const batch = await (out.length ? this.server.note(id, out) : this.server.read(id));
      const sent = this.onTheWay;
      this.set({ batch, line: "open", trouble: this.refusal });
      this.remove(sent);
      if (!this.state.waiting.length) this.atOnce = MOST_AT_ONCE;
    } catch (error) {
      this.failed(error, out);
    }
    this.sending = false;
    if (!this.closed)
      this.timer = setTimeout(
        () => void this.send(),
        this.state.waiting.length
          ? this.state.line === "open"
            ? 0
            : TRY_AGAIN
          : inHeat(this.state)
            ? EVERY_IN_HEAT
            : EVERY,
      );
  }

  private failed(error: unknown, out: ObservationIn[]) {
    const said = asServerError(error);
    if (said.status !== 422) {
      const line = lineAfter(said.status);
      return this.set({ line, trouble: line === "fault" ? said.message : null });
    }
    // All or none were taken: sent one by one, only the mark that cannot be is refused, and the rest are kept.
    if (out.length > 1) {
      this.atOnce = 1;
      return;
    }
    // Refused for what it says: sending it again would not help.
    const refused = this.onTheWay;
    this.refusal = said.message;
    this.set({ trouble: said.message, line: "open" });
    this.remove(refused);
  }
}

type Mark = Pick<ObservationIn, "client_id" | "kind" | "stage" | "at" | "where">;

/** Every mark that stands, those not yet sent included and those taken back left out, in order. */
export function standing(state: RunState): Mark[] {
  const undone = new Set(state.waiting.map((o) => o.undoes).filter(Boolean));
  const known = new Set(state.batch.observations.map((o) => o.client_id));
  const all: Mark[] = [...state.batch.observations, ...state.waiting.filter((o) => !known.has(o.client_id))];
  return all.filter((o) => o.kind !== "undo" && o.kind !== "started" && !undone.has(o.client_id));
}

/** Stages ended so far, with when. */
export const ended = (state: RunState): Map<string, number> =>
  new Map(
    standing(state)
      .filter((o) => o.kind === "done")
      .map((o) => [o.stage, Date.parse(o.at)]),
  );

/** Whether the pieces are in the heat now. */
const inHeat = (state: RunState): boolean => {
  const done = ended(state);
  const came = state.batch.document.heat.from ?? "proofed";
  return done.has(came === "proofed" ? "proof" : "hold") && !done.has("heat");
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
