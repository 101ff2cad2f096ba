import { setTimeout as wait } from 'node:timers/promises';
import { ERRORS, type Lock, type Locker, type RequestRelease } from '@tus/server';
import { complain } from '@/server/complaints';
import { newId } from '@/server/secrets';
import type { Queryable } from '@/store/database';
import { endTurn, keepTurn, takeTurn } from '@/store/upload-turns';

/** How often who waits asks, and who has the turn says that it goes on, in milliseconds; and how long one waits at most. */
const TIMES = { ask: 100, keep: 500, most: 30_000 } as const;

/**
 * The turn of one request at an upload, whichever process answers it: as the protocol wants it, whoever comes later is
 * served, since the earlier one is often a line that broke and does not know it yet.
 */
class Turn implements Lock {
  readonly #holder = newId();
  #keeping: ReturnType<typeof setInterval> | undefined;

  constructor(
    private readonly db: Queryable,
    private readonly upload: string,
  ) {}

  async lock(signal: AbortSignal, cancelRequest: RequestRelease): Promise<void> {
    const until = Date.now() + TIMES.most;
    while (!(await takeTurn(this.db, this.upload, this.#holder))) {
      if (signal.aborted || Date.now() > until) throw ERRORS.ERR_LOCK_TIMEOUT;
      await wait(TIMES.ask);
    }
    this.#keeping = setInterval(() => {
      keepTurn(this.db, this.upload, this.#holder)
        .then((wanted) => (wanted === false ? undefined : cancelRequest()))
        .catch((error: unknown) => complain('keeping a turn', error));
    }, TIMES.keep);
    this.#keeping.unref();
  }

  async unlock(): Promise<void> {
    clearInterval(this.#keeping);
    await endTurn(this.db, this.upload, this.#holder);
  }
}

/** Who may write to which upload: one request at a time, in all processes together. */
export const uploadLocker = (db: Queryable): Locker => ({ newLock: (id) => new Turn(db, id) });
