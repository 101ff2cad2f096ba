import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import { standing } from '@/core/work/standing';
import { noteOpened } from '@/server/doing/handing-in/opening';
import { peopleOf, studentsOfAssignment } from '@/store/classes';
import { type Database, type Queryable, read, readTogether } from '@/store/database';
import { factsOf, holdWork, record } from '@/store/events';
import { keepExcused, withdraw } from '@/store/given';
import type { Person } from '@/store/people';
import { findAssignment } from '@/store/work';

type Done = { readonly ok: true } | { readonly ok: false; readonly code: 'not-found' | 'handed-in' };

/**
 * Excuses one student from an assignment, or asks them for it again, and lets them know. Whoever is excused has it nowhere; what
 * they wrote stays on their Shelf. Nobody is excused from what they have handed in.
 */
export async function excuse(
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  given: { readonly assignmentId: AssignmentId; readonly studentId: PersonId; readonly excused: boolean },
  now: Instant,
): Promise<Done> {
  const { assignmentId, studentId, excused } = given;
  return db.transaction(async (tx): Promise<Done> => {
    await holdWork(tx, assignmentId, studentId);
    const { assignment, students, facts } = await readTogether(tx, {
      assignment: findAssignment(assignmentId),
      students: studentsOfAssignment(assignmentId),
      facts: factsOf(assignmentId, studentId),
    });
    if (!assignment || !students.some(({ id }) => id === studentId)) return { ok: false, code: 'not-found' };
    const { goesUsed, handIn } = standing(facts, assignment.rules, now);
    if (excused && (goesUsed > 0 || handIn !== null)) return { ok: false, code: 'handed-in' };
    if (!(await keepExcused(tx, { ...given, teacherId: teacher.id, at: now }))) return { ok: true };
    await record(tx, {
      kind: excused ? 'excused' : 'asked-again',
      at: now,
      classId: assignment.classId,
      assignmentId,
      studentId,
      actorId: teacher.id,
    });
    if (excused) await noteOpened(tx, assignment, [studentId], teacher, now);
    return { ok: true };
  });
}

/** Everybody in a class for whom something may have opened now. */
async function openAround(tx: Queryable, teacher: Person, assignmentId: AssignmentId, now: Instant): Promise<void> {
  const assignment = await read(tx, findAssignment(assignmentId));
  if (!assignment) return;
  const students = await read(tx, peopleOf(assignment.classId, 'student'));
  await noteOpened(
    tx,
    assignment,
    students.map(({ id }) => id),
    teacher,
    now,
  );
}

/**
 * Takes an assignment back from its class, or gives it back to it, with everything as it was. While it is away no student sees
 * it; what they wrote and handed in stays, with its receipts, and teachers go on seeing it.
 */
export async function takeBackFromClass(
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  assignmentId: AssignmentId,
  away: boolean,
  now: Instant,
): Promise<Done> {
  return db.transaction(async (tx): Promise<Done> => {
    const assignment = await read(tx, findAssignment(assignmentId));
    if (!assignment) return { ok: false, code: 'not-found' };
    if (!(await withdraw(tx, assignmentId, away ? now : null))) return { ok: true };
    const said = { at: now, classId: assignment.classId, assignmentId, studentId: null, actorId: teacher.id };
    await record(tx, { kind: 'changed', ...said });
    if (away) await openAround(tx, teacher, assignmentId, now);
    return { ok: true };
  });
}
