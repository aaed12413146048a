/** A browser's storage for tests that run without a browser. */
export class Storage {
  private readonly held = new Map<string, string>();
  /** Characters it takes, keys and all. */
  room = Infinity;

  get length() {
    return this.held.size;
  }
  key = (i: number) => [...this.held.keys()][i] ?? null;
  getItem = (key: string) => this.held.get(key) ?? null;
  setItem = (key: string, value: string) => {
    const others = [...this.held].filter(([name]) => name !== key);
    const full = others.reduce((sum, [name, text]) => sum + name.length + text.length, key.length + value.length);
    if (full > this.room) throw new DOMException("full", "QuotaExceededError");
    this.held.set(key, value);
  };
  removeItem = (key: string) => void this.held.delete(key);
}
