import type { IDBPDatabase } from 'idb';
import * as Y from 'yjs';
import { openNamed } from './own-store';

const UPDATES = 'updates';
/** So many updates become one. */
const MOST = 500;

/**
 * A document as this browser keeps it, in a database of its own: updates of Yjs in the order in which they came, under
 * `updates`. Such a database may fail to open, answer late or never, be full, or be thrown away while it is in use:
 * then it keeps nothing, says so, and holds nobody up.
 */
export class KeptDocument {
  /** Settles when what was kept is in the document, fails when that cannot be had. Of a database that is silent, never. */
  readonly whenRead: Promise<void>;
  #db: IDBPDatabase | null = null;
  #count = 0;
  #isKeeping = false;
  #isClosed = false;
  #writing: Promise<void> = Promise.resolve();

  /** @param before is called before what was kept comes into the document */
  constructor(
    name: string,
    private readonly ydoc: Y.Doc,
    private readonly before: () => void = () => {},
  ) {
    ydoc.on('update', this.#changed);
    this.whenRead = this.#read(name);
    // Whoever does not wait for it need not hear of it.
    this.whenRead.catch(() => {});
  }

  /** Is everything in it that the document holds, but for what is being written this moment? */
  get isKeeping(): boolean {
    return this.#isKeeping;
  }

  /** @returns whether everything that the document holds is kept */
  async close(): Promise<boolean> {
    this.#isClosed = true;
    this.ydoc.off('update', this.#changed);
    await this.#writing;
    this.#db?.close();
    return this.#isKeeping;
  }

  async #read(name: string): Promise<void> {
    const db = await openNamed(name, (made) => made.createObjectStore(UPDATES, { autoIncrement: true }), this.#lost);
    if (this.#isClosed) {
      db.close();
      throw new Error('It was closed before it was open.');
    }
    this.#db = db;
    await this.#meet(db);
  }

  /** Takes in what is kept. Where it is in many parts, or the document holds more, the whole of it is kept instead. */
  async #meet(db: IDBPDatabase): Promise<void> {
    const transaction = db.transaction(UPDATES, 'readwrite');
    const kept: Uint8Array[] = await transaction.store.getAll();
    this.before();
    const holdsMore = this.ydoc.store.clients.size > 0 || this.ydoc.store.pendingStructs !== null;
    this.ydoc.transact(() => {
      for (const update of kept) Y.applyUpdate(this.ydoc, update, this);
    }, this);
    this.#count = kept.length;
    if (holdsMore || kept.length >= MOST) {
      // Made first: once it is asked for, what was kept goes and this comes together, or neither does.
      const whole = Y.encodeStateAsUpdate(this.ydoc);
      await Promise.all([transaction.store.clear(), transaction.store.add(whole), transaction.done]);
      this.#count = 1;
    } else await transaction.done;
    this.#isKeeping = true;
  }

  readonly #changed = (update: Uint8Array, origin: unknown): void => {
    if (origin !== this && this.#db) this.#writing = this.#write(this.#db, update);
  };

  async #write(db: IDBPDatabase, update: Uint8Array): Promise<void> {
    try {
      // What it did not take in the last time, it may take now: with all that came before.
      if (!this.#isKeeping || this.#count >= MOST) {
        // What is written meanwhile need not do the same.
        this.#count = 0;
        return await this.#meet(db);
      }
      this.#count += 1;
      await db.add(UPDATES, update);
    } catch {
      this.#isKeeping = false;
    }
  }

  readonly #lost = (): void => {
    this.#db = null;
    this.#isKeeping = false;
  };
}
