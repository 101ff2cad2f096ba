import { complain } from '@/server/complaints';
import { keepSeen } from '@/store/attempts';
import type { Database } from '@/store/database';
import type { KeptDocument } from '@/store/documents';

/** A sign of life of whoever answers is kept this often, in milliseconds. */
const EVERY = 15_000;

/** Keeps when somebody who answers was last heard of, on one line. */
export class SignsOfLife {
  #at = 0;

  constructor(private readonly db: Database) {}

  /** Something was heard on the line, on which these documents are open. */
  heard(open: Iterable<KeptDocument>): void {
    const now = Date.now();
    if (now - this.#at < EVERY) return;
    const attempts = [...open].filter(({ role }) => role === 'attempt').map(({ id }) => id);
    if (attempts.length === 0) return;
    this.#at = now;
    keepSeen(this.db, attempts, now).catch((error: unknown) => complain('a sign of life', error));
  }
}
