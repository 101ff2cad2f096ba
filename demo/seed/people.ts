import { wallTime } from '@/core/calendar/due-words';
import { wallText } from '@/core/calendar/lesson-times';
import type { ClassId, Instant } from '@/core/ids';
import { openClass, startUnit } from '@/server/doing/setting/class-things';
import { hashPassword } from '@/server/secrets';
import type { Queryable } from '@/store/database';
import { time } from '@/store/database';
import { setYear } from '@/store/year';
import { HOURS, INVITE, WEEK } from '../materials';
import { CLASSES, DEMO_PASSWORD, HOLIDAYS, OFFICE, SCHOOL, STUDENTS, TEACHERS, TERMS, UNITS } from '../school';
import { DAY } from './moments';
import { done } from './outcomes';

export const teacherOf = (classId: string) =>
  TEACHERS.find(({ classes }) => (classes as readonly string[]).includes(classId));

export async function addPeople(tx: Queryable): Promise<void> {
  await tx.query('INSERT INTO school (id, name, zone, help, demo) VALUES ($1, $2, $3, $4, true)', [
    SCHOOL.id,
    SCHOOL.name,
    SCHOOL.zone,
    SCHOOL.help,
  ]);
  // The demo's password is no secret, so one hash serves everybody.
  const hash = await hashPassword(DEMO_PASSWORD);
  const add = (person: { id: string; name: string; short: string; userName: string; hours?: string }, role: string) =>
    tx.query(
      `INSERT INTO person (id, school_id, name, family, short_name, user_name, role, office, password_hash, hours)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $7 = 'office', $8, $9)`,
      [
        person.id,
        SCHOOL.id,
        person.name,
        person.name.split(' ').at(-1),
        person.short,
        person.userName,
        role,
        hash,
        person.hours ?? null,
      ],
    );
  for (const teacher of TEACHERS) await add({ ...teacher, userName: teacher.id.slice(2) }, 'teacher');
  for (const student of STUDENTS) await add(student, 'student');
  for (const one of OFFICE) await add({ ...one, userName: one.id.slice(2) }, 'office');
}

export async function addClasses(tx: Queryable, now: Instant): Promise<void> {
  for (const { id, name, weave, room } of CLASSES) {
    const classId = id as ClassId;
    const draft = { name, weave, room, locale: 'en', endedAt: null };
    done(await openClass(tx, { id: classId, schoolId: SCHOOL.id, draft }));
    for (const [i, [title, from, to]] of (UNITS[id] ?? []).entries()) {
      const startsAt = wallTime(now, SCHOOL.zone, from, 8, 0);
      const endsAt = wallTime(now, SCHOOL.zone, to, 16, 0);
      done(await startUnit(tx, { classId, id: `${id}-${i + 1}`, draft: { title, startsAt, endsAt } }, now));
    }
  }
  const members = [
    ...TEACHERS.flatMap(({ id, classes }) => classes.map((classId) => [id, classId, 'teacher'] as const)),
    ...STUDENTS.flatMap(({ id, classes }) => classes.map((classId) => [id, classId, 'student'] as const)),
  ];
  await tx.query(
    'INSERT INTO membership (person_id, class_id, role) SELECT * FROM unnest($1::text[], $2::text[], $3::text[])',
    [members.map(([id]) => id), members.map(([, classId]) => classId), members.map(([, , role]) => role)],
  );
}

/** The timetable, the way into a class, and a class of the past. */
export async function addLessons(tx: Queryable, now: Instant): Promise<void> {
  for (const [day, lessons] of WEEK.entries()) {
    for (const [i, classId] of lessons.entries()) {
      await tx.query('INSERT INTO lesson (class_id, weekday, number, starts, ends) VALUES ($1, $2, $3, $4, $5)', [
        classId,
        day + 1,
        i + 1,
        ...(HOURS[i] ?? []),
      ]);
    }
  }
  const day = (days: number) => wallText(wallTime(now, SCHOOL.zone, days, 12, 0), SCHOOL.zone).slice(0, 10);
  const days = (list: typeof TERMS) => list.map(([title, from, to]) => ({ title, from: day(from), to: day(to) }));
  await setYear(tx, SCHOOL.id, {
    terms: days(TERMS),
    holidays: days(HOLIDAYS),
    times: HOURS.map(([starts, ends], i) => ({ number: i + 1, starts, ends })),
  });
  await tx.query(
    'INSERT INTO invite_code (code, class_id, made_by, uses_left, expires_at) VALUES ($1, $2, $3, 12, $4)',
    [INVITE.code, INVITE.classId, INVITE.teacher, time(now + 12 * DAY)],
  );
}
