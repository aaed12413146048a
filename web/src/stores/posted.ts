/** One thing the cook did that the server is to be told of, and where such things wait. */
import type { Bake, BakeOut, BatchOut, ObservationIn, Outcome } from "../api/client";

/** What the server made of it. */
export type Answer = BakeOut | BatchOut;

/** A batch by the server's number, or by the id of the start that will make it: the server has not taken that yet. */
export type BatchRef = number | string;

export type Work =
  | { kind: "mark"; batch: BatchRef; mark: ObservationIn }
  | { kind: "finish"; batch: BatchRef; outcome: Outcome; at: string }
  /** chain: the window whose edits follow on one another; base: the version the first of them was made from. */
  | { kind: "save"; bake: number; chain: string; base: number; document: Bake }
  | { kind: "create"; document: Bake }
  /** version null: whatever is the newest once everything before it has been taken. */
  | {
      kind: "start";
      bake: number;
      chain: string;
      version: number | null;
      kitchen: number | null;
      at: string;
      /** When the dough is to be begun, where only what comes before it is begun now. */
      dough?: string | null;
    };

export interface Posted {
  /** Made here: the server takes each once, however often it is sent. */
  id: string;
  /** Whose it is: another who signs in on this browser sends only their own. */
  owner: string;
  work: Work;
  /** The order in which it was done; given by the shelf. */
  seq?: number;
  /** Whether it was ever on its way: then it may have arrived, and cannot be taken back unsaid. */
  tried?: boolean;
  /** Why the server will not have it; it waits for the cook to decide. */
  refused?: { status: number; message: string } | undefined;
}

/** What a full disk refused in silence. */
export class NotKept extends Error {}

/** Where what waits is kept, shared by every tab. Each call is one transaction, and is done when it resolves. */
export interface Shelf {
  /** Everything, in order. */
  all(): Promise<Posted[]>;
  /** Add these, in order, in place of those of `instead` that were never tried. */
  add(posted: Posted[], instead?: ReadonlySet<string>): Promise<void>;
  /** Write down that these are on their way; those that are still here. */
  trying(ids: ReadonlySet<string>): Promise<Posted[]>;
  /** Take away these; `untried`: only those never on their way. Returns the ids taken away. */
  remove(ids: ReadonlySet<string>, untried?: boolean): Promise<Set<string>>;
  /**
   * Take away what was answered, change what waits behind it, and keep the answer in place of an older one: a page
   * that goes away halfway must not come back to the one without the other.
   */
  settle(ids: ReadonlySet<string>, answer: Answer, change: (posted: Posted) => Posted): Promise<void>;
  /** Change what is kept of these. */
  change(ids: ReadonlySet<string>, change: (posted: Posted) => Posted): Promise<void>;
  /** Make some room, by the next thing that can be fetched or done without; whether there was one. */
  makeRoom(): Promise<boolean>;
}
