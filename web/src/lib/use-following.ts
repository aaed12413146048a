import { useState } from "react";

/**
 * What is typed into a field, or drawn, until the value it begins from becomes another: then that one. So what was
 * kept shows as it was kept, and what is typed elsewhere meanwhile stays.
 */
export function useFollowing<T>(value: T, same: (a: T, b: T) => boolean = Object.is) {
  const [from, setFrom] = useState(value);
  const [now, setNow] = useState(value);
  if (!same(from, value)) {
    setFrom(value);
    setNow(value);
  }
  return [now, setNow] as const;
}
