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

  /** What is sent names whose it is, and the server refuses what is for another than is signed in. */
  hand: Hand = async (parcel: Posted[]) => {
    // Long enough for somebody else to sign in meanwhile.
    await new Promise((resolve) => setTimeout(resolve, 20));
    const kind = this.answers.shift() ?? "taken";
    if (parcel.some((p) => p.owner !== this.session)) throw new ServerError(401, "somebody else is signed in");
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
  do: fc.constantFrom("mark", "sign in", "sign in on the page", "open a tab", "reload", "close", "full"),
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
          const browser = new FakeBrowser(server.hand);
          const tabs: { box: Outbox }[] = [];
          const posted = new Map<string, string>();
          const astray: string[] = [];
          const open = async (owner: string) => {
            const box = await browser.open(owner);
            // Nobody is told what became of somebody else's.
            box.hear((news) => {
              if (news.kind === "changed" || news.posted.every((p) => p.owner === box.read().owner)) return;
              astray.push(`${news.posted[0]?.owner} in ${box.read().owner}'s page`);
            });
            tabs.push({ box });
          };
          await open(PEOPLE[0]);
          for (const { do: what, who, tab, batch, wait } of steps) {
            const at = tabs[tab % tabs.length];
            const person = PEOPLE[who] ?? PEOPLE[0];
            if (what === "mark" && at)
              at.box.post([mark(batch)]).forEach((id) => posted.set(id, at.box.read().owner ?? ""));
            if (what.startsWith("sign in")) server.session = person;
            if (what === "sign in on the page" && at) void at.box.open(person);
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
          expect(astray).toEqual([]);
          tabs.forEach(({ box }) => box.close());
        },
      ),
      { numRuns: 150 },
    );
  });
});
