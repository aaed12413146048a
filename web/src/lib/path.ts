/** A copy of a document with one value replaced, the rest shared. */
export function setAt<T>(document: T, path: (string | number)[], value: unknown): T {
  const [step, ...rest] = path;
  if (step === undefined) return value as T;
  const here = (document ?? {}) as Record<string | number, unknown>;
  const copy = (Array.isArray(here) ? [...here] : { ...here }) as Record<string | number, unknown>;
  copy[step] = rest.length ? setAt(here[step], rest, value) : value;
  return copy as T;
}
