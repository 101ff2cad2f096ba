/** How long an update stays in the journal: by then the browser's database has long written it. */
const KEPT = 3000;

/**
 * The last seconds of typing, written down at once. The browser's database writes a moment later, so a
 * tab that is closed in the middle of a word would lose that moment without this.
 */
export class TypedJournal {
  readonly #prefix: string;
  #n = 0;

  constructor(
    name: string,
    private readonly storage: Storage,
  ) {
    this.#prefix = `${name}:`;
  }

  write(update: string): void {
    this.#n += 1;
    const key = `${this.#prefix}${Date.now()}-${this.#n}`;
    try {
      this.storage.setItem(key, update);
    } catch {
      // A full storage leaves the database, which holds the same a moment later.
      return;
    }
    setTimeout(() => this.storage.removeItem(key), KEPT);
  }

  /** What a tab that was closed left behind, oldest first. It is taken out by being read. */
  takeAll(): readonly string[] {
    const keys = Array.from({ length: this.storage.length }, (_, i) => this.storage.key(i) ?? '').filter((key) =>
      key.startsWith(this.#prefix),
    );
    return keys.sort().flatMap((key) => {
      const update = this.storage.getItem(key);
      setTimeout(() => this.storage.removeItem(key), KEPT);
      return update === null ? [] : [update];
    });
  }
}
