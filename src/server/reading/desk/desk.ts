import type { AssignmentId, Instant } from '@/core/ids';
import { standing } from '@/core/work/standing';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { factsOf } from '@/store/events';
import type { Person } from '@/store/people';
import { findAssignment } from '@/store/work';
import { type DeskBrief, deskBrief } from './brief';
import { type DeskFeedback, deskFeedback } from './feedback';
import { type DeskMoves, deskMoves } from './moves';
import type { OnDesk } from './on-desk';
import { type DeskPieces, deskPieces } from './pieces';
import { type DeskSteps, deskSteps } from './steps';
import { type DeskTalk, type DeskWriting, deskTalk, deskWriting } from './talk';

/** Everything that the Desk shows, part by part. While the work has not opened, nothing of its contents is in here. */
export type DeskView = DeskBrief & DeskSteps & DeskPieces & DeskFeedback & DeskTalk & DeskWriting & DeskMoves;

/** The Desk of one student on one assignment; `null` when there is no such assignment. */
export async function desk(
  db: Queryable,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<DeskView | null> {
  const assignment = await findAssignment(db, assignmentId, student.id);
  const at = assignment && (await findClass(db, assignment.classId));
  if (!assignment || !at) return null;
  const facts = await factsOf(db, assignmentId, student.id);
  const open = standing(facts, assignment.rules, now).state !== 'opens-later';
  const on: OnDesk = { db, student, assignment, at, facts, open, now };
  const [brief, steps, pieces, feedback, talk, writing, moves] = await Promise.all([
    deskBrief(on),
    deskSteps(on),
    deskPieces(on),
    deskFeedback(on),
    deskTalk(on),
    deskWriting(on),
    deskMoves(on),
  ]);
  return { ...brief, ...steps, ...pieces, ...feedback, ...talk, ...writing, ...moves };
}
