import { describe, expect, it } from "vitest";

import type { ObservationIn } from "../api/client";
import { copyWords, unsentWords, workWords } from "./unsent";

const mark = (more: Partial<ObservationIn>) => ({
  id: "a",
  owner: "north",
  work: {
    kind: "mark" as const,
    batch: 7,
    mark: {
      client_id: "a",
      kind: "done",
      stage: "weigh",
      at: "2026-12-01T18:39:00",
      event: "",
      ...more,
    } as ObservationIn,
  },
});

describe("what waits, in words", () => {
  it("says a mark as a cook would", () => {
    const said = (more: Partial<ObservationIn>) => workWords(mark(more)).slice("18:39, ".length);
    expect(said({ event: "weigh.knead" })).toBe("weighing and kneading: done");
    expect(said({ kind: "risen", stage: "rise", value: 0.45 })).toBe("the rise: risen by 45 %");
    expect(said({ kind: "probe", stage: "heat", value: 71.6 })).toBe("the heat: the middle at 72 °C");
    expect(said({ kind: "moved", stage: "proof", value: null, where: "airing_cupboard" })).toBe(
      "the proof: moved to airing cupboard",
    );
  });

  it("counts what waits by its kind, and copies a bake with all that it says", () => {
    const made = {
      id: "b",
      owner: "north",
      work: { kind: "create" as const, document: { name: "Plum buns" } as never },
    };
    expect(unsentWords([mark({}), mark({}), made])).toBe("2 marks of a batch and 1 new bake");
    expect(copyWords([mark({}), made])).toContain('new bake “Plum buns”\n{\n "name": "Plum buns"');
  });
});
