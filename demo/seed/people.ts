import { wallTime } from '@/core/calendar/due-words';
import type { AssignmentId, ClassId, Instant, PersonId } from '@/core/ids';
import { hashPassword } from '@/server/secrets';
import type { Queryable } from '@/store/database';
import { time } from '@/store/database';
import { record } from '@/store/events';
import { HOURS, INVITE, WEEK } from '../materials';
import { ANNOUNCEMENTS, CLASSES, DEMO_PASSWORD, SCHOOL, STUDENTS, TEACHERS, UNITS } from '../school';
import { DAY } from './moments';

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
      `INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash, hours)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [person.id, SCHOOL.id, person.name, person.short, person.userName, role, hash, person.hours ?? null],
    );
  for (const teacher of TEACHERS) await add({ ...teacher, userName: teacher.id.slice(2) }, 'teacher');
  for (const student of STUDENTS) await add(student, 'student');
}

export async function addClasses(tx: Queryable, now: Instant): Promise<void> {
  for (const { id, name, weave, room } of CLASSES) {
    await tx.query('INSERT INTO class (id, school_id, name, weave, room, locale) VALUES ($1, $2, $3, $4, $5, $6)', [
      id,
      SCHOOL.id,
      name,
      weave,
      room,
      'en',
    ]);
    for (const [position, [title, from, to]] of (UNITS[id] ?? []).entries()) {
      await tx.query(
        'INSERT INTO unit (id, class_id, position, title, starts_at, ends_at) VALUES ($1, $2, $3, $4, $5, $6)',
        [
          `${id}-${position + 1}`,
          id,
          position + 1,
          title,
          time(wallTime(now, SCHOOL.zone, from, 8, 0)),
          time(wallTime(now, SCHOOL.zone, to, 16, 0)),
        ],
      );
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
  for (const [i, note] of ANNOUNCEMENTS.entries()) {
    await tx.query(
      'INSERT INTO announcement (id, class_id, author_id, title, body, posted_at) VALUES ($1, $2, $3, $4, $5, $6)',
      [
        `note-${i + 1}`,
        note.classId,
        teacherOf(note.classId)?.id,
        note.title,
        note.body,
        time(wallTime(now, SCHOOL.zone, note.days, 8, 10)),
      ],
    );
  }
}

/** Notes that something new stands in a class, as its teacher's act. */
export async function post(
  tx: Queryable,
  classId: string,
  at: Instant,
  what: { readonly assignmentId?: AssignmentId; readonly material?: string; readonly announcement?: string },
): Promise<void> {
  const { assignmentId = null, ...data } = what;
  await record(tx, {
    kind: 'posted',
    at,
    classId: classId as ClassId,
    assignmentId,
    studentId: null,
    actorId: (teacherOf(classId)?.id ?? '') as PersonId,
    data,
  });
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
  await tx.query(
    'INSERT INTO invite_code (code, class_id, made_by, uses_left, expires_at) VALUES ($1, $2, $3, 12, $4)',
    [INVITE.code, INVITE.classId, INVITE.teacher, time(now + 12 * DAY)],
  );
}
