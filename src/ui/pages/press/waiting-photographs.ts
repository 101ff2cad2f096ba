import type { DBSchema, IDBPDatabase } from 'idb';
import { openStore } from '@/ui/device/own-store';
import { NAMES } from '@/ui/device/person-store';

/** A photograph that the school does not have yet. */
export interface Waiting {
  readonly id: string;
  /** The photograph that it takes the place of. */
  readonly instead: string | null;
  readonly file: File;
}

interface Kept {
  readonly id: string;
  readonly instead: string | null;
  readonly name: string;
  readonly type: string;
  readonly bytes: ArrayBuffer;
}

interface Photographs extends DBSchema {
  // Numbered as they come.
  waiting: { key: number; value: Kept; indexes: { id: string } };
}

/**
 * The photographs of one document that are still on their way, as they were taken: a tab that closes in between loses none. They
 * stand under the person's name on this device, like all that is theirs.
 */
export class WaitingPhotographs {
  readonly #open: Promise<IDBPDatabase<Photographs>>;

  constructor(document: string) {
    this.#open = openStore<Photographs>(`${NAMES.photographs}${document}`, (db) =>
      db.createObjectStore('waiting', { autoIncrement: true }).createIndex('id', 'id', { unique: true }),
    );
  }

  /** Keeps one until it is dropped. Gives back whether this device has room for it. */
  async keep({ id, instead, file }: Waiting): Promise<boolean> {
    try {
      const { name, type } = file;
      const bytes = await file.arrayBuffer();
      await (await this.#open).add('waiting', { id, instead, name, type, bytes });
      return true;
    } catch {
      return false;
    }
  }

  async drop(id: string): Promise<void> {
    try {
      const db = await this.#open;
      const key = await db.getKeyFromIndex('waiting', 'id', id);
      if (key !== undefined) await db.delete('waiting', key);
    } catch {
      // What cannot be dropped is known to the school, and is not sent a second time.
    }
  }

  /** All that wait, in the order in which they were taken. */
  async all(): Promise<readonly Waiting[]> {
    const kept = await this.#open.then((db) => db.getAll('waiting')).catch(() => []);
    return kept.map(({ id, instead, name, type, bytes }) => ({ id, instead, file: new File([bytes], name, { type }) }));
  }

  async close(): Promise<void> {
    await this.#open.then((db) => db.close()).catch(() => {});
  }
}
