import type { Instant, PersonId } from '@/core/ids';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { time } from '@/store/database';
import { keepRemark } from '@/store/marking';
import { findPerson, findSchool, type Person } from '@/store/people';
import { FRESH_STUDENTS, SHOWN_STUDENT, STUDENTS, TEACHERS } from './school';
import { type Act, othersWork, postings, showWork } from './seed/acts';
import { addDrafts } from './seed/drafts';
import { HOUR } from './seed/moments';
import { addPastClass } from './seed/past-class';
import { addClasses, addLessons, addPeople } from './seed/people';
import { COMMENTS } from './seed/student-work';
import { discussed, floors, letters } from './seed/talk';

/** By this number all who make a school in a database know each other. */
const LOCK = 7302;

/**
 * Fills an empty database with the demo school, its dates laid out around now. Of several processes that begin at once one
 * makes it, and the others find it there.
 *
 * @returns false where there was a school already: it stays as it is
 */
export async function seedDemo(db: Database, now: Instant): Promise<boolean> {
  return db.transaction(async (tx) => {
    await tx.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
    if (await findSchool(tx)) return false;
    // Everything in one transaction: the acts below ask for transactions of their own and get this one.
    const within: Database = { ...db, query: tx.query, transaction: (work) => work(tx) };
    await addPeople(tx);
    await addClasses(tx, now);
    await addLessons(tx, now);
    const imke = (await findPerson(within, SHOWN_STUDENT as PersonId)) as Person;
    const kerr = (await findPerson(within, 't-kerr' as PersonId)) as Person;
    await addPastClass(within, imke, kerr, now);
    const teachers = new Map<string, Person>();
    for (const { id, classes } of TEACHERS) {
      const teacher = (await findPerson(within, id as PersonId)) as Person;
      for (const classId of classes) teachers.set(classId, teacher);
      for (const [i, body] of COMMENTS.entries())
        await keepRemark(tx, { id: newId(), teacherId: id as PersonId, body, at: now - i * HOUR });
    }
    const acts: Act[] = [
      ...postings(within, (classId) => teachers.get(classId) as Person, now),
      ...showWork(within, imke, kerr, now),
    ];
    for (const { id } of STUDENTS) {
      if (id === SHOWN_STUDENT) continue;
      acts.push(...othersWork(within, (await findPerson(within, id as PersonId)) as Person, now));
    }
    const known = new Map<string, Person>();
    for (const { id } of [...STUDENTS, ...TEACHERS])
      known.set(id, (await findPerson(within, id as PersonId)) as Person);
    const called = (id: string) => known.get(id) as Person;
    acts.push(...floors(within, called, now), ...letters(within, called, now), ...discussed(within, called, now));
    for (const act of acts.sort((a, b) => a.at - b.at)) await act.run();
    await addDrafts(within, async (id) => (await findPerson(within, id as PersonId)) as Person, now);
    // Whoever has something to show for it was here this morning or yesterday.
    await tx.query(
      `UPDATE person SET signed_in_at = $1::timestamptz - (length(name) * 7 % 5 + 1) * interval '47 minutes', came_at = $1::timestamptz - interval '80 days'
       WHERE NOT id = ANY($2)`,
      [time(now), FRESH_STUDENTS],
    );
    // What is older than a day and a half has been read by everybody.
    await tx.query('UPDATE person SET news_from = (SELECT coalesce(max(id), 0) FROM event WHERE at < $1)', [
      time(now - 36 * HOUR),
    ]);
    return true;
  });
}
