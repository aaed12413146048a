/** Undo that survives a reload: the last states of a document, kept in this browser. */
import { keep, kept } from "./kept";

const DEPTH = 60;

export interface History<T> {
  past: T[];
  future: T[];
}

export const emptyHistory = <T>(): History<T> => ({ past: [], future: [] });

export const recall = <T>(key: string): History<T> => {
  const found = kept<History<T> | null>(`history.${key}`, null);
  return found && Array.isArray(found.past) && Array.isArray(found.future) ? found : emptyHistory<T>();
};

export const remember = <T>(key: string, history: History<T>) => keep(`history.${key}`, history);

export const pushed = <T>(history: History<T>, before: T): History<T> => ({
  past: [...history.past, before].slice(-DEPTH),
  future: [],
});

export function undone<T>(history: History<T>, now: T): { history: History<T>; document: T } | null {
  const document = history.past.at(-1);
  if (document === undefined) return null;
  return { document, history: { past: history.past.slice(0, -1), future: [now, ...history.future].slice(0, DEPTH) } };
}

export function redone<T>(history: History<T>, now: T): { history: History<T>; document: T } | null {
  const [document, ...future] = history.future;
  if (document === undefined) return null;
  return { document, history: { past: [...history.past, now].slice(-DEPTH), future } };
}
