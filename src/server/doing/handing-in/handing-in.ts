import type { ReadyCheck } from '@/core/asks/ready-check';
import type { AssignmentId, DocumentId, HandInId, Instant, StepId } from '@/core/ids';
import { preparedOf } from '@/core/kinds/document';
import { firstOf } from '@/core/kinds/document/stored';
import { isTold } from '@/core/kinds/step';
import { makeMove, type Refusal } from '@/core/work/moves';
import { stepsDone } from '@/core/work/steps';
import { isStepOpen } from '@/server/reading/desk/open-steps';
import {
  assignmentOr404,
  isUnanswered,
  type Looked,
  lookAt,
  nameOf,
  openPieces,
} from '@/server/reading/documents/looking';
import { starterOf } from '@/server/reading/documents/starters';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { newId } from '@/server/secrets';
import { handInBegunAt, keepHandInBegun } from '@/store/arrangements';
import { type Database, type Queryable, read } from '@/store/database';
import { makeCopy } from '@/store/documents';
import { factsOf, holdWork, record } from '@/store/events';
import { findReceipt, type Receipt, receiptOfAct } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { keepVersion } from '@/store/updates';
import { assignmentOfStep, keepStepPlace, stepsOf } from '@/store/work';
import { freeze, holdTogether, keepHandIn, own } from './keeping';

/** The hand-in was refused because an ask that bars is unmet. */
export interface NotReady {
  readonly ok: false;
  readonly code: 'not-ready';
  readonly check: ReadyCheck;
}

export type HandInOutcome =
  | { readonly ok: true; readonly receipt: Receipt; readonly again: boolean }
  | Refusal
  | NotReady
  | Unread
  | { readonly ok: false; readonly code: 'changed-meanwhile' }
  | typeof QUESTIONS_FIRST;

/** What was looked at has been changed before it could be handed in: somebody types on another device. */
const CHANGED = { ok: false, code: 'changed-meanwhile' } as const;
/** What is asked in it has not been answered to its end. */
const QUESTIONS_FIRST = { ok: false, code: 'questions-first' } as const;
/** So often it is looked at anew before that is said. */
const LOOKS = 5;

/** Notes that a student stands before the last question of a hand-in, or went away from it. The server's clock counts. */
export async function beginHandIn(
  db: Queryable,
  student: Person,
  assignmentId: AssignmentId,
  begun: boolean,
  now: Instant,
): Promise<{ readonly ok: true; readonly now: Instant }> {
  await keepHandInBegun(db, assignmentId, student.id, begun ? now : null);
  return { ok: true, now };
}

/**
 * Hands a student's work in, or ticks it off where there is nothing to hand in. The same act sent again
 * gives the same receipt; of two different acts at once one is refused.
 *
 * @param act an id that the browser made for this one act
 */
export async function handIn(
  db: Database,
  student: Person,
  given: { assignmentId: AssignmentId; act: string; note: string },
  now: Instant,
): Promise<HandInOutcome> {
  for (let look = 0; look < LOOKS; look += 1) {
    const assignment = await assignmentOr404(db, given.assignmentId, student);
    const looked = assignment.rules.takes === 'tick' ? null : await lookAt(db, assignment, student);
    if (looked && 'ok' in looked) return looked;
    const outcome = await handInAs(db, student, given, looked, now);
    if (outcome !== CHANGED) return outcome;
  }
  return CHANGED;
}

/** Hands in what was looked at, unless it is no longer what is there. */
function handInAs(
  db: Database,
  student: Person,
  given: { assignmentId: AssignmentId; act: string; note: string },
  looked: Looked | null,
  now: Instant,
): Promise<HandInOutcome> {
  return db.transaction(async (tx): Promise<HandInOutcome> => {
    const members = await holdTogether(tx, given.assignmentId, student);
    const before = await receiptOfAct(tx, student.id, given.act);
    if (before) return { ok: true, receipt: before, again: true };

    const assignment = await assignmentOr404(tx, given.assignmentId, student);
    const { rules } = assignment;
    const facts = await read(tx, factsOf(assignment.id, student.id));
    const tick = looked === null;
    const open = tick ? { documents: [], attached: [], answered: [] } : await openPieces(tx, assignment.id, student);
    if (looked && (await nameOf(tx, open)) !== looked.name) return CHANGED;
    const pieces = open.documents.length + open.attached.length + open.answered.length;
    const id = newId() as HandInId;
    const begunAt = await handInBegunAt(tx, assignment.id, student.id);
    if (looked && isUnanswered(await read(tx, stepsOf(assignment.id)), open)) return QUESTIONS_FIRST;
    const moved = makeMove(
      facts,
      tick ? { kind: 'tick-off', handIn: id, begunAt } : { kind: 'hand-in', handIn: id, pieces, begunAt },
      now,
      rules,
    );
    if (!moved.ok) return moved;
    if (looked && !looked.check.ready) return { ok: false, code: 'not-ready', check: looked.check };

    const frozen = looked ? await freeze(tx, looked) : [];
    await keepHandIn(tx, {
      student,
      assignment,
      members,
      facts: moved.facts,
      counts: 'counts' in moved.fact ? moved.fact.counts : undefined,
      act: given.act,
      note: given.note,
      id,
      begunAt,
      frozen,
      findings: looked?.check.findings ?? [],
      now,
    });
    for (const [i, { id: documentId }] of open.documents.entries()) {
      const state = looked?.documents[i]?.state;
      if (state) await keepVersion(tx, { documentId, at: now, reason: 'handed-in', state });
    }
    const receipt = await findReceipt(tx, id);
    if (!receipt) throw new Error(`hand-in ${id} was not kept`);
    return { ok: true, receipt, again: false };
  });
}

/** Takes a hand-in back to revise it. */
export async function takeBack(
  db: Database,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<{ readonly ok: true } | Refusal> {
  return db.transaction(async (tx) => {
    const members = await holdTogether(tx, assignmentId, student);
    const assignment = await assignmentOr404(tx, assignmentId, student);
    const moved = makeMove(
      await read(tx, factsOf(assignmentId, student.id)),
      { kind: 'take-back' },
      now,
      assignment.rules,
    );
    if (!moved.ok) return moved;
    for (const member of members) {
      await record(tx, { kind: 'taken-back', ...own(assignment, student, now), studentId: member });
    }
    return { ok: true };
  });
}

/** Nobody says that something was answered: it is when it was. */
const ONLY_ANSWERED = { ok: false, code: 'only-answered' } as const;
const EARLIER_FIRST = { ok: false, code: 'earlier-step-first', at: null } as const;

/** Opens the starter of a step: the student's own copy, made at the first time only. */
export async function openCopy(
  db: Database,
  student: Person,
  stepId: StepId,
  now: Instant,
): Promise<{ readonly ok: true; readonly document: DocumentId; readonly title: string } | Refusal> {
  return db.transaction(async (tx) => {
    const assignmentId = (await assignmentOfStep(tx, stepId)) as AssignmentId;
    const assignment = await assignmentOr404(tx, assignmentId, student);
    const step = (await read(tx, stepsOf(assignmentId))).find((found) => found.id === stepId);
    const starter = step && starterOf(step);
    if (!step || !starter) return { ok: false, code: 'only-ticked-off', at: null } as const;
    await holdWork(tx, assignmentId, student.id);
    const facts = await read(tx, factsOf(assignmentId, student.id));
    const moved = makeMove(facts, { kind: 'open' }, now, assignment.rules);
    if (!moved.ok) return moved;
    if (!(await isStepOpen(tx, assignment, student.id, facts, stepId))) return EARLIER_FIRST;
    const copy = await makeCopy(tx, {
      id: newId() as DocumentId,
      ownerId: student.id,
      assignmentId,
      stepId,
      title: `${step.title}, ${student.short_name}`,
      at: now,
      kind: starter.kind,
      firstUpdate: () => firstOf(starter.kind, preparedOf(starter).content),
    });
    if (copy.made) {
      await record(tx, { kind: 'opened', ...own(assignment, student, now) });
    }
    return { ok: true, document: copy.id, title: `${step.title}, ${student.short_name}` };
  });
}

/** Fills the knot of a step, once. */
export async function doStep(
  db: Database,
  student: Person,
  stepId: StepId,
  now: Instant,
): Promise<{ readonly ok: true } | Refusal | typeof ONLY_ANSWERED> {
  return db.transaction(async (tx) => {
    const assignmentId = (await assignmentOfStep(tx, stepId)) as AssignmentId;
    const assignment = await assignmentOr404(tx, assignmentId, student);
    await holdWork(tx, assignmentId, student.id);
    const facts = await read(tx, factsOf(assignmentId, student.id));
    const step = (await read(tx, stepsOf(assignmentId))).find((found) => found.id === stepId);
    // What is asked is done when it has been answered, and nobody tells so.
    if (!step || !isTold(step.kind)) return ONLY_ANSWERED;
    if (stepsDone(facts).has(stepId)) return { ok: true };
    const moved = makeMove(facts, { kind: 'do-step', step: stepId }, now, assignment.rules);
    if (!moved.ok) return moved;
    if (!(await isStepOpen(tx, assignment, student.id, facts, stepId))) return EARLIER_FIRST;
    await record(tx, { kind: 'step-done', ...own(assignment, student, now), data: { step: stepId } });
    return { ok: true };
  });
}

/** Notes at which step a student is, so that another device opens the Desk there. */
export async function goToStep(
  db: Queryable,
  student: Person,
  stepId: StepId,
  now: Instant,
): Promise<{ readonly ok: true }> {
  const assignmentId = (await assignmentOfStep(db, stepId)) as AssignmentId;
  await keepStepPlace(db, { personId: student.id, assignmentId, stepId, at: now });
  return { ok: true };
}
