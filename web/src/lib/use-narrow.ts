import { useSyncExternalStore } from "react";

const lists = new Map<number, MediaQueryList>();

const listFor = (rem: number) => {
  const list = lists.get(rem) ?? matchMedia(`(max-width: ${rem}rem)`);
  lists.set(rem, list);
  return list;
};

const subscribeTo = (rem: number) => (changed: () => void) => {
  listFor(rem).addEventListener("change", changed);
  return () => listFor(rem).removeEventListener("change", changed);
};
const toPhone = subscribeTo(46);
const toTablet = subscribeTo(68);

/** Whether the screen is no wider than a phone's or a tablet's: drawings are drawn smaller, their letters readable. */
export const usePhone = () => useSyncExternalStore(toPhone, () => listFor(46).matches);
export const useTablet = () => useSyncExternalStore(toTablet, () => listFor(68).matches);
