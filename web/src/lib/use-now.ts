import { useEffect, useState } from "react";

import { clockNow } from "./clock";

/** The time, refreshed every so many milliseconds. */
export function useNow(every: number): number {
  const [now, setNow] = useState(() => clockNow());
  useEffect(() => {
    const timer = setInterval(() => setNow(clockNow()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}
