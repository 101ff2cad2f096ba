import type { Finding } from '@/core/asks/ready-check';
import { handInFingerprint } from '@/core/documents/fingerprint';
import type { AssignmentId, DocumentId, HandInId, Instant, PersonId } from '@/core/ids';
import { frozenAs } from '@/core/kinds/piece';
import type { Facts } from '@/core/work/facts';
import { standing } from '@/core/work/standing';
import type { Looked, Open } from '@/server/reading/documents/looking';
import { frozenBytes } from '@/store/answered';
import { groupOf, keepHandInBegun } from '@/store/arrangements';
import { type Queryable, read } from '@/store/database';
import { type Happening, holdWork, recordAll } from '@/store/events';
import { askAgain } from '@/store/given';
import { addHandIn, type FrozenPiece } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import type { ListedAssignment } from '@/store/work';
import type { ReadDocument } from '@/workshop/documents';
import { noteOpened } from './opening';

/** What every act of a student on their own work has in common when it is recorded. */
export const own = (assignment: ListedAssignment, student: Person, at: Instant) => ({
  at,
  classId: assignment.classId,
  assignmentId: assignment.id,
  studentId: student.id,
  actorId: student.id,
});

/** Everybody for whom an act of a student counts: the student, or the whole group. Their work is held together. */
export async function holdTogether(
  tx: Queryable,
  assignmentId: AssignmentId,
  student: Pick<Person, 'id'>,
): Promise<readonly PersonId[]> {
  const group = await read(tx, groupOf(assignmentId, student.id));
  const all = group.length > 0 ? group.map(({ id }) => id).sort() : [student.id];
  for (const id of all) await holdWork(tx, assignmentId, id);
  return all;
}

/** A document as it is kept in a hand-in. */
export const frozenDocument = (
  title: string,
  documentId: DocumentId,
  { written, bytes, sha256 }: ReadDocument,
): FrozenPiece => ({ kind: 'document', title, written, bytes, sha256, documentId });

/** What is attached, as it is kept. */
const frozenFiles = ({ attached }: Pick<Open, 'attached'>): FrozenPiece[] =>
  attached.flatMap(({ name, is }): FrozenPiece[] => {
    const frozen = frozenAs(is);
    return frozen ? [{ title: name, ...frozen }] : [];
  });

/** What was answered, as it is kept: frozen when the attempt ended. */
async function frozenAnswers(tx: Queryable, { answered }: Pick<Open, 'answered'>): Promise<FrozenPiece[]> {
  const found: FrozenPiece[] = [];
  for (const { title, content, answeredId, sha256, documentId, bytes: fresh } of answered) {
    const bytes = fresh ?? (await frozenBytes(tx, answeredId));
    found.push({ kind: 'document', title, written: { kind: 'answers', content }, bytes, sha256, documentId });
  }
  return found;
}

/** What goes along where there is nothing but what was answered, and what is attached to it. */
export const freezeAnswered = async (
  tx: Queryable,
  open: Pick<Open, 'answered' | 'attached'>,
): Promise<readonly FrozenPiece[]> => [...(await frozenAnswers(tx, open)), ...frozenFiles(open)];

/** What goes along, as it is kept: documents with their words, what was answered, then what is attached. */
export async function freeze(tx: Queryable, { open, documents }: Looked): Promise<readonly FrozenPiece[]> {
  return [
    ...open.documents.map(({ id, title }, i) => frozenDocument(title, id, documents[i] as ReadDocument)),
    ...(await freezeAnswered(tx, open)),
  ];
}

/** A hand-in that may be made, as everything about it is kept. */
interface NewHandIn {
  readonly id: HandInId;
  readonly student: Person;
  readonly assignment: ListedAssignment;
  /** Everybody whose work it is. */
  readonly members: readonly PersonId[];
  /** With the hand-in among them. */
  readonly facts: Facts;
  readonly counts: Instant | undefined;
  readonly act: string;
  readonly note: string;
  readonly begunAt: Instant | null;
  readonly frozen: readonly FrozenPiece[];
  readonly findings: readonly Finding[];
  readonly now: Instant;
}

/**
 * Keeps a hand-in: what went along, the fact for everybody whose work it is, and what it opens.
 *
 * @param also what happened just before it, kept in the same statement; and whether other work may wait for it
 */
export async function keepHandIn(
  tx: Queryable,
  given: NewHandIn,
  also: { readonly before: readonly Happening[]; readonly waited: boolean } = { before: [], waited: true },
): Promise<void> {
  const { id, student, assignment, members, facts, counts, begunAt, frozen, now } = given;
  const { rules } = assignment;
  await addHandIn(tx, {
    id,
    assignmentId: assignment.id,
    studentId: student.id,
    act: given.act,
    at: now,
    dueAt: rules.dueAt,
    lateBy: standing(facts, rules, now).handIn?.lateBy ?? 0,
    begunAt,
    countsAt: counts ?? null,
    late: rules.late,
    points: assignment.points,
    members: members.length > 1 ? [...members] : [],
    note: given.note,
    fingerprint: handInFingerprint(frozen),
    findings: [...given.findings],
    pieces: [...frozen],
  });
  // Whoever hands in is not excused, though they were a moment ago.
  await askAgain(tx, assignment.id, members);
  if (begunAt !== null) await keepHandInBegun(tx, assignment.id, student.id, null);
  const data = counts === undefined ? { handIn: id } : { handIn: id, counts };
  await recordAll(tx, [
    ...also.before,
    ...members.map(
      (studentId): Happening => ({ kind: 'handed-in', ...own(assignment, student, now), studentId, data }),
    ),
  ]);
  if (also.waited) await noteOpened(tx, assignment, members, student, now);
}
