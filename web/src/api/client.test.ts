import { describe, expect, it, vi } from "vitest";

vi.stubGlobal("location", { origin: "http://127.0.0.1" });
vi.stubGlobal("document", { cookie: "" });
const { shaped, take } = await import("./client");
const { lineAfter, ServerError } = await import("./server-error");

const answered = (status: number, error?: unknown, data?: unknown) =>
  Promise.resolve({ data, error, response: new Response(null, { status }) }) as never;
const refusal = (code?: string) => ({ message: ["No."], problems: code ? [{ code }] : [] });
const lineOf = async (pending: Promise<unknown>) => {
  const error: unknown = await pending.then(
    () => null,
    (reason: unknown) => reason,
  );
  return error instanceof ServerError ? [error.status, lineAfter(error.status)] : error;
};

describe("an answer", () => {
  it("that refuses is the server's own only in our shape: anything else is as if nobody had answered", async () => {
    expect((await lineOf(take(answered(404, refusal()))))?.[0 as never]).toBe(404);
    for (const page of ["<html>Not here</html>", "", null, {}, { detail: "Not Found" }, []])
      expect(await lineOf(take(answered(404, page)))).toEqual([0, "away"]);
    expect(await lineOf(take(answered(502, "<html>Bad gateway</html>")))).toEqual([502, "away"]);
  });

  it("that says somebody else is signed in asks to sign in, and refuses nothing", async () => {
    expect(await lineOf(take(answered(409, refusal("somebody_else"))))).toEqual([401, "signed out"]);
    expect((await lineOf(take(answered(409, refusal()))))?.[0 as never]).toBe(409);
  });

  it("that is empty or of another shape is none", async () => {
    for (const answer of [undefined, null, "", "ok", {}, { id: 1 }])
      expect(await lineOf((async () => shaped(answer as { id: number; version: number }, "id", "version"))())).toEqual([
        0,
        "away",
      ]);
    expect(shaped({ id: 1, version: 2 }, "id", "version")).toEqual({ id: 1, version: 2 });
  });
});
