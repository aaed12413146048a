import { usePhone, useTablet } from "../lib/use-narrow";

/** How large a forecast is drawn on the Bench: as wide as its place there, so that its letters can be read. */
export function useBenchSize(): { width: number; height: number } {
  const [tablet, phone] = [useTablet(), usePhone()];
  return tablet && !phone ? { width: 410, height: 320 } : { width: 560, height: 310 };
}
