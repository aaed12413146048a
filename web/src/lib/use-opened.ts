import { useSyncExternalStore } from "react";

import { keep, kept } from "./kept";

const opened = new Map<string, boolean>();
const watching = new Set<() => void>();

/** Whether something that is folded away stands open now. */
export const isOpen = (of: string) => opened.get(of) ?? kept(`more.${of}`, false);
const subscribe = (changed: () => void) => {
  watching.add(changed);
  return () => watching.delete(changed);
};

/** Fold something away or open it, from wherever: it stays so for this cook. */
export function setOpened(of: string, open: boolean): void {
  opened.set(of, open);
  keep(`more.${of}`, open);
  watching.forEach((changed) => changed());
}

/** Whether something that is folded away stands open, and its turn: what a cook opened stays open. */
export function useOpened(of: string): [open: boolean, turn: () => void] {
  const open = useSyncExternalStore(subscribe, () => isOpen(of));
  return [open, () => setOpened(of, !isOpen(of))];
}

/** Which of several things stand open, in their order. */
export function useWhichOpened(of: string[]): boolean[] {
  const seen = useSyncExternalStore(subscribe, () => of.map((one) => (isOpen(one) ? "1" : "0")).join(""));
  return [...seen].map((one) => one === "1");
}
