import { nowIso } from "../../lib/clock";

/** A moment as a field for date and time has it, in this machine's hours. */
export const asField = (at: Date) => nowIso(at).slice(0, 16);
