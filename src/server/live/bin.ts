import type { Instant } from '@/core/ids';
import { complain } from '@/server/complaints';
import { clearUploads } from '@/server/doing/pieces/uploads';
import { BIN_DAYS } from '@/server/reading/shelf/shelf';
import type { Database } from '@/store/database';
import { emptyBin } from '@/store/documents';

const DAY = 24 * 3_600_000;

/** Empties the bins of what has lain in them for thirty days. What was handed in, or goes along somewhere, stays for good. */
export const emptyBins = (db: Database, now: Instant): Promise<number> =>
  db.transaction((tx) => emptyBin(tx, now - BIN_DAYS * DAY));

/** Empties the bins and throws away uploads that were never finished, now and every day. */
export function keepTidy(db: Database): void {
  const tidy = () => {
    emptyBins(db, Date.now()).catch((error: unknown) => complain('emptying the bins', error));
    clearUploads(db, Date.now()).catch((error: unknown) => complain('clearing old uploads', error));
  };
  tidy();
  setInterval(tidy, DAY).unref();
}
