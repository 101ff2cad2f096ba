import type { Instant, PersonId } from '@/core/ids';
import { countUnread } from '@/server/reading/news/news';
import type { Database } from '@/store/database';
import { tellPerson } from '@/store/events';
import { markNewsRead, type ReadNews } from '@/store/news';

/** Notes that a person has read things, and tells the other tabs of that person. */
export async function readNews(
  db: Database,
  personId: PersonId,
  read: ReadNews,
  now: Instant,
): Promise<{ ok: true; unread: number }> {
  const before = await countUnread(db, personId, now);
  const unread = await db.transaction(async (tx) => {
    await markNewsRead(tx, personId, read, now);
    const after = await countUnread(tx, personId, now);
    // The other tabs ask for themselves again only where something has changed.
    if (after !== before) await tellPerson(tx, personId, 'news-read');
    return after;
  });
  return { ok: true, unread };
}
