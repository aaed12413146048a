import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import type { BakeOut } from "../api/client";
import { ServerError } from "../api/server-error";
import { FakeBrowser } from "./fakes.testing";
import type { Hand, Outbox } from "./outbox";
import type { Posted, Work } from "./posted";

/** What may come back: the server's own words, a line that fails before or after it took it, and what others say. */
const ANSWERS = {
  taken: 200,
  "taken, and the answer lost": 200,
  "nobody there": 0,
  "a page of a proxy": 0,
  "an empty answer": 0,
  "an answer of another shape": 0,
  "bad gateway": 502,
  "not now": 503,
  "too slow": 504,
  "too often": 429,
  "a fault": 500,
  "signed out": 401,
} as const;
type Kind = keyof typeof ANSWERS;
const TAKES: ReadonlySet<Kind> = new Set(["taken", "taken, and the answer lost"] as const);
const PEOPLE = ["north", "south", "west"] as const;

const mark = (batch: number): Work => ({ kind: "mark", batch, mark: { client_id: crypto.randomUUID() } as never });

/** A server that knows who is signed in, and takes each id once. */
class FakeServer {
  session: string = PEOPLE[0];
  readonly taken = new Map<string, string>();
  times = 0;

  constructor(private readonly answers: Kind[]) {}

  /** Of a tab that is open for somebody: what it sends names them, and the server refuses what is for another. */
  hand =
    (tabOf: string): Hand =>
    async (parcel: Posted[]) => {
      await Promise.resolve();
      const kind = this.answers.shift() ?? "taken";
      if (tabOf !== this.session) throw new ServerError(401, "somebody else is signed in");
      if (TAKES.has(kind)) for (const { id } of parcel) this.take(id);
      if (kind !== "taken") throw new ServerError(TAKES.has(kind) ? 0 : ANSWERS[kind], kind);
      return { id: 9, version: 2 } as BakeOut;
    };

  private take(id: string) {
    if (this.taken.has(id)) return;
    this.taken.set(id, this.session);
    this.times += 1;
  }
}

const step = fc.record({
  do: fc.constantFrom("mark", "sign in", "open a tab", "reload", "close", "full"),
  who: fc.nat({ max: PEOPLE.length - 1 }),
  tab: fc.nat({ max: 3 }),
  batch: fc.nat({ max: 2 }),
  wait: fc.constantFrom(0, 1, 40, 900, 5_000, 40_000),
});

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("whoever uses this browser, whatever answers", () => {
  it("each mark is taken once, in its own household, or waits there", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(step, { maxLength: 25 }),
        fc.array(fc.constantFrom(...(Object.keys(ANSWERS) as Kind[])), { maxLength: 25 }),
        async (steps, answers) => {
          const server = new FakeServer(answers);
          const browser = new FakeBrowser(server.hand(PEOPLE[0]));
          const tabs: { box: Outbox; owner: string }[] = [];
          const posted = new Map<string, string>();
          const open = async (owner: string) =>
            void tabs.push({ box: await browser.open(owner, server.hand(owner)), owner });
          await open(PEOPLE[0]);
          for (const { do: what, who, tab, batch, wait } of steps) {
            const at = tabs[tab % tabs.length];
            const person = PEOPLE[who] ?? PEOPLE[0];
            if (what === "mark" && at) at.box.post([mark(batch)]).forEach((id) => posted.set(id, at.owner));
            if (what === "sign in") server.session = person;
            if (what === "open a tab" && tabs.length < 4) await open(server.session);
            if (what === "full") [browser.shelf.full, browser.shelf.spare] = [true, true];
            if (what === "reload" && at && (await at.box.allKept())) {
              at.box.close();
              tabs.splice(tabs.indexOf(at), 1);
              await open(server.session);
            }
            if (what === "close" && tabs.length > 1 && at && (await at.box.allKept())) {
              at.box.close();
              tabs.splice(tabs.indexOf(at), 1);
            }
            await vi.advanceTimersByTimeAsync(wait);
            for (const [id, owner] of server.taken) expect(posted.get(id)).toBe(owner);
          }
          // Each comes back in turn, and the line is good again.
          answers.length = 0;
          for (const person of PEOPLE) {
            server.session = person;
            await open(person);
            tabs.forEach(({ box }) => void box.send());
            await vi.advanceTimersByTimeAsync(120_000);
          }
          expect(new Map([...server.taken].sort())).toEqual(new Map([...posted].sort()));
          expect(server.times).toBe(posted.size);
          expect(browser.shelf.held).toEqual([]);
          tabs.forEach(({ box }) => box.close());
        },
      ),
      { numRuns: 150 },
    );
  });
});
