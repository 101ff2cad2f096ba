import type { Instant, PersonId } from '@/core/ids';
import type { Queryable } from '@/store/database';
import { MOST_NEWS, type News, newsFor, unreadIds } from '@/store/news';

export interface NewsGroup {
  readonly classId: string;
  readonly className: string;
  readonly weave: string;
  readonly unread: number;
  readonly news: readonly News[];
}

/** What is new to a person, by class; the class with the newest thing comes first. */
export async function whatsNew(db: Queryable, personId: PersonId, now: Instant): Promise<readonly NewsGroup[]> {
  const groups = new Map<string, News[]>();
  for (const one of await newsFor(db, personId, 0, MOST_NEWS, now)) {
    const group = groups.get(one.class_id);
    if (group) group.push(one);
    else groups.set(one.class_id, [one]);
  }
  return [...groups.values()].map((news) => ({
    classId: news[0]?.class_id ?? '',
    className: news[0]?.class_name ?? '',
    weave: news[0]?.weave ?? 'plain',
    unread: news.filter(({ unread }) => unread).length,
    news,
  }));
}

/** How many things a person has not read, counted up to `MOST_NEWS`. */
export const countUnread = async (db: Queryable, personId: PersonId, now: Instant): Promise<number> =>
  (await unreadIds(db, personId, now)).length;

/** Where a thing that is new leads to. */
export function leadsTo(news: News, asTeacher: boolean): string {
  if (news.announcement_id) return `/classes/${news.class_id}?order=newest&show=announcements`;
  if (news.material_id) return `/classes/${news.class_id}/materials/${news.material_id}`;
  if (news.assignment_id === null) return `/classes/${news.class_id}`;
  if (asTeacher) return `/marking/${news.assignment_id}${news.student_id ? `?student=${news.student_id}` : ''}`;
  const sheet =
    news.kind === 'handed-back' || news.kind === 'amended'
      ? '#sheet=feedback'
      : news.kind === 'aside-written'
        ? '#sheet=aside'
        : news.kind === 'extra-time'
          ? '#sheet=brief'
          : '';
  return `/desk/${news.assignment_id}${sheet}`;
}
