import type { Queryable } from '@/store/database';
import { countAside } from '@/store/jobs';

/** Whether the database answers, and how many jobs were set aside: those need somebody who looks at them. */
export async function health(db: Queryable): Promise<{ readonly setAside: number }> {
  return { setAside: await countAside(db) };
}
