/** A browser's storage for tests that run without a browser. */
export class Storage {
  private readonly held = new Map<string, string>();
  getItem = (key: string) => this.held.get(key) ?? null;
  setItem = (key: string, value: string) => void this.held.set(key, value);
  removeItem = (key: string) => void this.held.delete(key);
}
