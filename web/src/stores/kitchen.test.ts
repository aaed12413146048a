import { describe, expect, it, vi } from "vitest";

import type { Kitchen } from "../api/client";
import { ServerError } from "../api/server-error";

vi.stubGlobal("location", { origin: "http://127.0.0.1" });
const { changeKitchen } = await import("./kitchen");

const shown = { id: 1, revision: 3, document: { name: "Ferry house", room: "20 C", fridge: "4 C" } } as Kitchen;

/** A server whose kitchen is a revision further on than the one shown. */
function ahead(change: Partial<Kitchen["document"]>) {
  const now = { ...shown, revision: 4, document: { ...shown.document, ...change } } as Kitchen;
  const put = (of: Kitchen, document: Kitchen["document"]) => {
    if (of.revision !== now.revision) return Promise.reject(new ServerError(409, "changed elsewhere"));
    now.document = document;
    now.revision += 1;
    return Promise.resolve();
  };
  return { now, by: { put, all: () => Promise.resolve([{ ...now }]) } };
}

describe("a kitchen shown as it once was", () => {
  it("takes a change, and keeps what was changed meanwhile", async () => {
    const { now, by } = ahead({ fridge: "6 C" });
    await changeKitchen(shown, { room: "23 C" }, by);
    expect(now.document).toMatchObject({ room: "23 C", fridge: "6 C" });
  });

  it("is not written over where the same was changed meanwhile", async () => {
    const { now, by } = ahead({ room: "18 C" });
    await expect(changeKitchen(shown, { room: "23 C" }, by)).rejects.toThrow("changed elsewhere");
    expect(now.document.room).toBe("18 C");
  });

  it("says any other refusal as it was said", async () => {
    const { by } = ahead({});
    const refusing = { ...by, put: () => Promise.reject(new ServerError(422, "no such warmth")) };
    await expect(changeKitchen(shown, { room: "900 C" }, refusing)).rejects.toThrow("no such warmth");
  });
});
