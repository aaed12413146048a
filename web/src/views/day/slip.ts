import type { DayDocument } from "../../api/client";
import { nowIso } from "../../lib/clock";

const later = (at: string, minutes: number) => nowIso(new Date(Date.parse(at) + minutes * 60_000));

/** The day's file with all of it so many minutes later: the table, hours of single bakes, and those held to begin. */
export function slipped(day: DayDocument, minutes: number): DayDocument {
  return {
    ...day,
    eat_at: later(day.eat_at, minutes),
    dishes: (day.dishes ?? []).map((dish) => ({
      ...dish,
      ...(dish.eat_at ? { eat_at: later(dish.eat_at, minutes) } : {}),
      // What is begun has its own hours.
      ...(dish.begin_at && !dish.batch ? { begin_at: later(dish.begin_at, minutes) } : {}),
    })),
  };
}
