import { describe, expect, it } from "vitest";

import type { DayDocument } from "../../api/client";
import { slipped } from "./slip";

const DAY = {
  format: "airycrumb-day",
  version: 1,
  eat_at: "2026-11-28T12:00:00+00:00",
  dishes: [
    { bake: 1, eat_at: "2026-11-28T11:00:00+00:00", begin_at: "2026-11-28T06:00:00+00:00" },
    { bake: 2, batch: 4, begin_at: "2026-11-28T05:00:00+00:00" },
    { bake: 3 },
  ],
} as unknown as DayDocument;

const hour = (at: string | null | undefined) => at && new Date(at).toISOString().slice(11, 16);

describe("a day that slips", () => {
  const after = slipped(DAY, 30);

  it("has its table, the hours of its bakes and what is held half an hour later", () => {
    expect(hour(after.eat_at)).toBe("12:30");
    expect((after.dishes ?? []).map((d) => [hour(d.eat_at), hour(d.begin_at)])).toEqual([
      ["11:30", "06:30"],
      [undefined, "05:00"],
      [undefined, undefined],
    ]);
  });

  it("is otherwise as it was", () => {
    expect(slipped(after, -30).dishes?.[2]).toEqual(DAY.dishes?.[2]);
  });
});
