import type { DBSchema, IDBPDatabase } from 'idb';
import { openStore } from '@/ui/device/own-store';
import { NAMES } from '@/ui/device/person-store';

/** A part of a stretch, as it came from the recorder: a second, mostly. */
interface Part {
  readonly stretch: number;
  readonly n: number;
  readonly bytes: ArrayBuffer;
  readonly type: string;
  /** Where in its stretch it ends, in seconds. */
  readonly until: number;
  /** How loud it was, each tenth of a second, 0 to 1. */
  readonly levels: readonly number[];
}

interface Parts extends DBSchema {
  parts: { key: [number, number]; value: Part };
}

/** A stretch as it is kept on this device. */
export interface KeptStretch {
  readonly stretch: number;
  readonly seconds: number;
  readonly levels: readonly number[];
  readonly recorded: Blob;
}

/**
 * What is recorded at a step, part by part, while it is recorded: a tab that closes loses what came since the last part. It stands
 * under the person's name on this device, like all that is theirs, until it was sent or begun anew.
 */
export class KeptParts {
  readonly #open: Promise<IDBPDatabase<Parts>>;

  constructor(step: string) {
    this.#open = openStore<Parts>(`${NAMES.recording}${step}`, (db) =>
      db.createObjectStore('parts', { keyPath: ['stretch', 'n'] }),
    );
  }

  async add(part: Part): Promise<void> {
    await (await this.#open).put('parts', part);
  }

  /** All stretches, in their order. */
  async stretches(): Promise<readonly KeptStretch[]> {
    const byStretch = new Map<number, Part[]>();
    for (const part of await (await this.#open).getAll('parts'))
      byStretch.set(part.stretch, [...(byStretch.get(part.stretch) ?? []), part]);
    return [...byStretch].map(([stretch, parts]) => ({
      stretch,
      seconds: Math.max(...parts.map(({ until }) => until)),
      levels: parts.flatMap(({ levels }) => levels),
      recorded: new Blob(
        parts.map(({ bytes }) => bytes),
        { type: parts[0]?.type ?? '' },
      ),
    }));
  }

  async drop(stretch: number): Promise<void> {
    await (await this.#open).delete('parts', IDBKeyRange.bound([stretch, 0], [stretch, Number.MAX_SAFE_INTEGER]));
  }

  async clear(): Promise<void> {
    await (await this.#open).clear('parts');
  }

  async close(): Promise<void> {
    (await this.#open).close();
  }
}
