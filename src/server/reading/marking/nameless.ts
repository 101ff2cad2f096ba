import { createHmac } from 'node:crypto';
import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { isWithTeacher, type State, standing } from '@/core/work/standing';
import { secretKey } from '@/store/accounts';
import { roleIn } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { factsOf } from '@/store/events';
import { findReceipt } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { findAssignment, type ListedAssignment } from '@/store/work';

/**
 * The one rule of marking without names: work that lies with the teacher has none, until it is handed back. Whatever
 * shows a teacher something of a hand-in asks here whether it may say whose it is.
 */
export const hidesName = ({ unnamed }: Pick<ListedAssignment, 'unnamed'>, state: State): boolean =>
  unnamed && isWithTeacher(state);

/** Is this hand-in shown to this person without a name now? Its students always see their own. */
export async function isNameless(db: Queryable, person: Person, handInId: HandInId, now: Instant): Promise<boolean> {
  const receipt = await findReceipt(db, handInId);
  const assignment = receipt && (await read(db, findAssignment(receipt.assignment_id, receipt.student_id)));
  if (!receipt || !assignment?.unnamed || (await roleIn(db, person.id, receipt.class_id)) !== 'teacher') return false;
  const facts = await read(db, factsOf(assignment.id, receipt.student_id));
  return hidesName(assignment, standing(facts, assignment.rules, now).state);
}

/** By what a work without a name is addressed: nobody who does not have the school's key can tell whose it is. */
export async function namelessKeys(
  db: Queryable,
  assignmentId: AssignmentId,
): Promise<(studentId: PersonId) => string> {
  const key = await secretKey(db, 'nameless');
  return (studentId) =>
    `w${createHmac('sha256', key).update(`${assignmentId} ${studentId}`).digest('hex').slice(0, 24)}`;
}

/** What a file is called where its own name might say whose it is: by its place, with its ending. */
export function neutralName(position: number, title: string): string {
  const ending = /\.[a-z0-9]{1,5}$/i.exec(title)?.[0] ?? '';
  return `piece-${position + 1}${ending.toLowerCase()}`;
}

/** A title without a person's names: the copy of a starter is titled with its owner's. */
export const withoutNames = (title: string, names: readonly string[]): string =>
  names.reduce((rest, name) => rest.replaceAll(`, ${name}`, '').replaceAll(name, '…'), title);
