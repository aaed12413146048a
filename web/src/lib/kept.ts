/** What this browser keeps: every read and write survives a browser that refuses storage. */
const OURS = "airycrumb.";
/** What is thrown away first where storage is full: the way back is worth less than what was done. */
const LEAST = "history.";

export function kept<T>(key: string, instead: T): T {
  try {
    const text = localStorage.getItem(OURS + key);
    return text === null ? instead : (JSON.parse(text) as T);
  } catch {
    return instead;
  }
}

/** Keep a value; whether it really is kept. Where storage is full, old ways back make room for it. */
export function keep(key: string, value: unknown): boolean {
  const text = JSON.stringify(value);
  return stored(OURS + key, text) || (makeRoom(key) && stored(OURS + key, text));
}

function stored(name: string, text: string): boolean {
  try {
    localStorage.setItem(name, text);
    return localStorage.getItem(name) === text;
  } catch {
    return false;
  }
}

/** The names of everything kept. */
export function keptNames(): string[] {
  try {
    const names = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "");
    return names.filter((name) => name.startsWith(OURS)).map((name) => name.slice(OURS.length));
  } catch {
    return [];
  }
}

/** Throw away the undo histories of every bake but the one being kept; whether there were any. */
export function makeRoom(besides = ""): boolean {
  const old = keptNames().filter((name) => name.startsWith(LEAST) && name !== besides);
  old.forEach(drop);
  return old.length > 0;
}

/** What is this device's own rather than somebody's. */
const OF_THE_DEVICE = new Set(["units", "theme", "version"]);

/** Forget everything kept that is somebody's. */
export function dropAll(): void {
  keptNames()
    .filter((name) => !OF_THE_DEVICE.has(name))
    .forEach(drop);
}

export function drop(key: string): void {
  try {
    localStorage.removeItem(OURS + key);
  } catch {
    // Refused: there was nothing to drop.
  }
}

/** This window's name; a reload keeps it. What two windows keep under it never overwrites each other's. */
export function thisWindow(): string {
  try {
    const found = sessionStorage.getItem("airycrumb.window") ?? crypto.randomUUID();
    sessionStorage.setItem("airycrumb.window", found);
    return found;
  } catch {
    return "only";
  }
}
