import type { Instant } from '@/core/ids';
import { type SchoolDraft, type SchoolProblem, schoolUnmet, tidySchool } from '@/core/office/school';
import { inOrder, type Year, type YearProblem, yearUnmet } from '@/core/office/year';
import { newId } from '@/server/secrets';
import { changeSchool } from '@/store/beginning';
import type { Database } from '@/store/database';
import { addNotice, endNotice } from '@/store/notices';
import { keepActs } from '@/store/office-acts';
import { moveLessons } from '@/store/office-classes';
import { findSchool, type Person } from '@/store/people';
import { setYear } from '@/store/year';

/** Says the year anew. Lessons of classes move with the times that the school has. */
export async function changeYear(
  db: Database,
  by: Person,
  year: Year,
  now: Instant,
): Promise<
  { readonly ok: true } | { readonly ok: false; readonly code: 'unmet'; readonly problems: readonly YearProblem[] }
> {
  const problems = yearUnmet(year);
  if (problems.length > 0) return { ok: false, code: 'unmet', problems };
  // By the clock, whatever their numbers were.
  const times = inOrder(year.times);
  await db.transaction(async (tx) => {
    const school = await findSchool(tx);
    await setYear(tx, school?.id ?? '', { ...year, times });
    await moveLessons(tx, times);
    const data = { terms: year.terms.length, holidays: year.holidays.length, times: times.length };
    await keepActs(tx, [{ kind: 'year-set', data }], by.id, now);
  });
  return { ok: true };
}

/** Changes what the school says of itself. */
export async function changeSchoolByOffice(
  db: Database,
  by: Person,
  draft: SchoolDraft,
  now: Instant,
): Promise<
  { readonly ok: true } | { readonly ok: false; readonly code: 'unmet'; readonly problems: readonly SchoolProblem[] }
> {
  const school = tidySchool(draft);
  const problems = schoolUnmet(school);
  if (problems.length > 0) return { ok: false, code: 'unmet', problems };
  await db.transaction(async (tx) => {
    await changeSchool(tx, school);
    await keepActs(tx, [{ kind: 'school-changed', data: { name: school.name } }], by.id, now);
  });
  return { ok: true };
}

const DAY = 86_400_000;
/** Days that a notice stays, at most. */
export const LONGEST_NOTICE = 120;

/** Tells everybody of the school something, or all students or teachers, until a day. */
export async function giveNotice(
  db: Database,
  by: Person,
  given: {
    readonly title: string;
    readonly body: string;
    readonly forRole: 'student' | 'teacher' | null;
    readonly days: number;
  },
  now: Instant,
): Promise<{ readonly ok: true; readonly notice: string }> {
  const id = newId();
  const { title, body, forRole, days } = given;
  await db.transaction(async (tx) => {
    await addNotice(tx, { id, by: by.id, title, body, forRole, at: now, until: now + days * DAY });
    await keepActs(tx, [{ kind: 'notice-given', data: { title } }], by.id, now);
  });
  return { ok: true, notice: id };
}

/** Ends a notice before its day. */
export async function endNoticeNow(
  db: Database,
  by: Person,
  notice: string,
  now: Instant,
): Promise<{ readonly ok: true } | { readonly ok: false; readonly code: 'not-found' }> {
  return db.transaction(async (tx) => {
    if (!(await endNotice(tx, notice, now))) return { ok: false as const, code: 'not-found' as const };
    await keepActs(tx, [{ kind: 'notice-ended' }], by.id, now);
    return { ok: true as const };
  });
}
