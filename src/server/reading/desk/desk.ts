import type { AssignmentId, Instant } from '@/core/ids';
import { standing } from '@/core/work/standing';
import { classOfAssignment } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { factsOf } from '@/store/events';
import type { Person } from '@/store/people';
import { findAssignment } from '@/store/work';
import { briefAsks, type DeskBrief, deskBrief } from './brief';
import { type DeskFeedback, deskFeedback, feedbackAsks } from './feedback';
import { type DeskMoves, deskMoves, movesAsks } from './moves';
import type { OnDesk } from './on-desk';
import { type DeskPieces, deskPieces, piecesAsks } from './pieces';
import { type DeskSteps, deskSteps, stepsAsks } from './steps';
import { type DeskTalk, type DeskWriting, deskTalk, deskWriting, talkAsks, writingAsks } from './talk';

/** Everything that the Desk shows, part by part. While the work has not opened, nothing of its contents is in here. */
export type DeskView = DeskBrief & DeskSteps & DeskPieces & DeskFeedback & DeskTalk & DeskWriting & DeskMoves;

/** The Desk of one student on one assignment; `null` when there is no such assignment. */
export async function desk(
  db: Queryable,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<DeskView | null> {
  const asker = { student, assignmentId, now };
  const got = await readTogether(db, {
    assignment: findAssignment(assignmentId, student.id),
    at: classOfAssignment(assignmentId),
    facts: factsOf(assignmentId, student.id),
    brief: briefAsks(asker),
    steps: stepsAsks(asker),
    pieces: piecesAsks(asker),
    feedback: feedbackAsks(asker),
    talk: talkAsks(asker),
    writing: writingAsks(asker),
    moves: movesAsks(asker),
  });
  const { assignment, at, facts } = got;
  if (!assignment || !at) return null;
  const open = standing(facts, assignment.rules, now).state !== 'opens-later';
  const on: OnDesk = { db, student, assignment, at, facts, open, now };
  const [steps, pieces, feedback] = await Promise.all([
    deskSteps(on, got.steps),
    deskPieces(on, got.pieces, got.brief),
    deskFeedback(on, got.feedback, got.brief),
  ]);
  return {
    ...deskBrief(on, got.brief),
    ...steps,
    ...pieces,
    ...feedback,
    ...deskTalk(on, got.talk),
    ...deskWriting(on, got.writing),
    ...deskMoves(on, got.moves),
  };
}
