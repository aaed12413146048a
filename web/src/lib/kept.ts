/** What this browser keeps: every read and write survives a browser that refuses storage. */
export function kept<T>(key: string, instead: T): T {
  try {
    const text = localStorage.getItem(`airycrumb.${key}`);
    return text === null ? instead : (JSON.parse(text) as T);
  } catch {
    return instead;
  }
}

export function keep(key: string, value: unknown): void {
  try {
    localStorage.setItem(`airycrumb.${key}`, JSON.stringify(value));
  } catch {
    // Full or refused: the page goes on without it.
  }
}

export function drop(key: string): void {
  try {
    localStorage.removeItem(`airycrumb.${key}`);
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
