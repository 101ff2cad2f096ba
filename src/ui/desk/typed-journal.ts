/** How long an update stays in the journal at least: by then the browser's database has long written it. */
const KEPT = 3000;

/**
 * The last seconds of typing, written down at once. The browser's database writes a moment later, so a
 * tab that is closed in the middle of a word would lose that moment without this. Where there is no such
 * database, it keeps what was typed until the server has it.
 */
export class TypedJournal {
  readonly #prefix: string;
  #n = 0;
  /** What was written down here and is not taken out yet, oldest first. */
  #lines: { readonly key: string; readonly at: number }[] = [];
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** @param isElsewhere is everything that was typed before these seconds kept by something else? */
  constructor(
    name: string,
    private readonly storage: Storage,
    private readonly isElsewhere: () => boolean,
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
    this.#goesLater([key]);
  }

  /** What a tab that was closed left behind, oldest first. It is taken out by being read. */
  takeAll(): readonly string[] {
    const keys = Array.from({ length: this.storage.length }, (_, i) => this.storage.key(i) ?? '')
      .filter((key) => key.startsWith(this.#prefix))
      .sort();
    const own = new Set(this.#lines.map(({ key }) => key));
    this.#goesLater(keys.filter((key) => !own.has(key)));
    return keys.flatMap((key) => this.storage.getItem(key) ?? []);
  }

  #goesLater(keys: readonly string[]): void {
    const at = Date.now();
    this.#lines.push(...keys.map((key) => ({ key, at })));
    if (this.#lines.length > 0) this.#timer ??= setTimeout(this.#tidy, KEPT);
  }

  readonly #tidy = (): void => {
    this.#timer = undefined;
    if (this.isElsewhere()) {
      const since = Date.now() - KEPT;
      for (const { key, at } of this.#lines) if (at <= since) this.storage.removeItem(key);
      this.#lines = this.#lines.filter(({ at }) => at > since);
    }
    this.#goesLater([]);
  };
}
