import type { AssignmentId, Instant } from '@/core/ids';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { findDraft, piecesOf, receiptsOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { findAssignment, findBrief, rubricOf } from '@/store/work';
import { asideFor, feedbackFor } from './desk';
import { studentsOn } from './marking';

/** What the Marking desk shows: everybody, and one student's latest hand-in as it was. */
export async function markingDesk(
  db: Queryable,
  teacher: Person,
  assignmentId: AssignmentId,
  chosen: string | null,
  now: Instant,
) {
  const assignment = await findAssignment(db, assignmentId);
  const found = assignment && (await findClass(db, assignment.classId));
  if (!assignment || !found) return null;
  const students = await studentsOn(db, assignmentId, now);
  const student =
    students.find(({ id }) => id === chosen) ??
    students.find(({ state }) => state === 'handed-in' || state === 'handed-in-late') ??
    students[0];
  const base = {
    id: assignment.id,
    title: assignment.title,
    class: found,
    dueAt: assignment.rules.dueAt,
    late: assignment.rules.late,
    points: assignment.points,
    instructions: (await findBrief(db, assignmentId))?.instructions ?? null,
    rubric: await rubricOf(db, assignmentId),
    students,
  };
  if (!student) return { ...base, open: null };
  const receipts = await receiptsOf(db, assignmentId, student.id);
  const receipt = receipts[0];
  const draft = receipt ? await findDraft(db, receipt.id) : null;
  return {
    ...base,
    open: {
      student,
      receipts: receipts.map(({ id, number, at, late_by, note }) => ({ id, number, at, lateBy: late_by, note })),
      pieces: receipt
        ? (await piecesOf(db, receipt.id)).map((piece) => ({
            position: piece.position,
            title: piece.title,
            content: 'content' in piece ? piece.content : null,
            /** Where a file or link is looked at; `null` for a text, which is here. */
            address: 'content' in piece ? null : `/api/hand-ins/${receipt.id}/pieces/${piece.position}`,
          }))
        : [],
      draft: draft && { marks: draft.marks, general: draft.general, at: draft.at },
      feedback: await feedbackFor(db, assignmentId, student.id),
      aside: await asideFor(db, assignmentId, student.id, teacher),
    },
  };
}

export type MarkingView = NonNullable<Awaited<ReturnType<typeof markingDesk>>>;
