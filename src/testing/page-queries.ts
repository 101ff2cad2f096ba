import type { AssignmentId, ClassId } from '@/core/ids';
import type { Entry, Params } from '@/server/entries';
import { schoolAndVisitor } from '@/server/http/who-is';
import { may } from '@/server/permissions';
import { classLine } from '@/server/reading/class-line/class-line';
import { desk } from '@/server/reading/desk/desk';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { countUnread } from '@/server/reading/news/news';
import { shelf } from '@/server/reading/shelf/shelf';
import { studentToday, teacherWork } from '@/server/reading/today/today';
import { allWork } from '@/server/reading/work/work-list';
import type { Database, Queryable } from '@/store/database';
import type { Person } from '@/store/people';

/** A page by its address, and what it reads once its visitor is known and let in. */
export interface PageAsked {
  readonly entry: Entry;
  readonly params: Params;
  readonly reads: (db: Queryable, person: Person, now: number) => Promise<unknown>;
}

const ZONE = 'Europe/Lisbon';

/** The pages that have a budget of statements. */
export const PAGES = {
  today: (): PageAsked => ({
    entry: 'PAGE /today',
    params: {},
    reads: (db, person, now) =>
      person.role === 'teacher' ? teacherWork(db, person, null, now) : studentToday(db, person, ZONE, now),
  }),
  work: (): PageAsked => ({ entry: 'PAGE /work', params: {}, reads: allWork }),
  shelf: (): PageAsked => ({ entry: 'PAGE /shelf', params: {}, reads: shelf }),
  class: (id: string): PageAsked => ({
    entry: 'PAGE /classes/[class]',
    params: { class: id },
    reads: (db, person, now) => classLine(db, person, id as ClassId, { order: 'course', chip: 'all' }, now),
  }),
  desk: (id: string): PageAsked => ({
    entry: 'PAGE /desk/[assignment]',
    params: { assignment: id },
    reads: (db, person, now) => desk(db, person, id as AssignmentId, now),
  }),
  marking: (id: string, student: string | null): PageAsked => ({
    entry: 'PAGE /marking/[assignment]',
    params: { assignment: id },
    reads: (db, person, now) => markingDesk(db, person, id as AssignmentId, student, now),
  }),
} as const;

/** A statement that was sent, and how long it took. */
export interface Sent {
  readonly sql: string;
  readonly params: readonly unknown[];
  readonly ms: number;
}

/** The statements of one visit to a page, in order: the frame's, who may, and what the page reads. */
export async function statementsOf(db: Database, token: string, page: PageAsked, now: number): Promise<Sent[]> {
  const sent: Sent[] = [];
  const counting: Queryable = {
    async query(sql, params = []) {
      const before = performance.now();
      const answer = await db.query(sql, params);
      sent.push({ sql, params, ms: performance.now() - before });
      return answer;
    },
  };
  const { person } = await schoolAndVisitor(counting, token, now);
  if (!person) throw new Error('nobody is signed in');
  if ((await may(counting, page.entry, person, page.params, now)) !== 'yes') throw new Error(`${page.entry}: may not`);
  await countUnread(counting, person.id, now);
  await page.reads(counting, person, now);
  return sent;
}
