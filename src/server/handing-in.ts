import * as Y from 'yjs';
import { type ReadyCheck, readyCheck } from '@/core/asks/ready-check';
import { canonicalJson, handInFingerprint, sha256Hex } from '@/core/documents/fingerprint';
import { documentJson, firstUpdate } from '@/core/documents/text-document';
import type { AssignmentId, DocumentId, HandInId, Instant, StepId } from '@/core/ids';
import { type DocNode, together } from '@/core/text/document-json';
import { makeMove, type Refusal } from '@/core/work/moves';
import { standing } from '@/core/work/standing';
import { findClass } from '@/store/classes';
import type { Database, Queryable } from '@/store/database';
import { documentsOfWork, keepVersion, loadDocument, makeCopy } from '@/store/documents';
import { addHandIn, type FrozenPiece, type Receipt, receiptOfAct } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import {
  assignmentOfStep,
  factsOf,
  findAssignment,
  findBrief,
  holdWork,
  type ListedAssignment,
  openedBy,
  record,
  recordAll,
  stepsOf,
} from '@/store/work';
import { isStepOpen } from './open-steps';
import { newId } from './secrets';

/** The hand-in was refused because an ask that bars is unmet. */
export interface NotReady {
  readonly ok: false;
  readonly code: 'not-ready';
  readonly check: ReadyCheck;
}

export type HandInOutcome =
  | { readonly ok: true; readonly receipt: Receipt; readonly again: boolean }
  | Refusal
  | NotReady;

async function assignmentOr404(db: Queryable, assignmentId: AssignmentId): Promise<ListedAssignment> {
  const assignment = await findAssignment(db, assignmentId);
  if (!assignment) throw new Error(`assignment ${assignmentId} is gone`);
  return assignment;
}

/** What every act of a student on their own work has in common when it is recorded. */
const own = (assignment: ListedAssignment, student: Person, at: Instant) => ({
  at,
  classId: assignment.classId,
  assignmentId: assignment.id,
  studentId: student.id,
  actorId: student.id,
});

interface OpenPiece {
  readonly id: DocumentId;
  readonly title: string;
  readonly content: DocNode;
  readonly state: Uint8Array;
}

async function openPieces(db: Queryable, assignmentId: AssignmentId, student: Person): Promise<OpenPiece[]> {
  const pieces: OpenPiece[] = [];
  for (const document of await documentsOfWork(db, assignmentId, student.id)) {
    const ydoc = await loadDocument(db, document.id);
    pieces.push({
      id: document.id,
      title: document.title,
      content: documentJson(ydoc),
      state: Y.encodeStateAsUpdate(ydoc),
    });
    ydoc.destroy();
  }
  return pieces;
}

async function check(db: Queryable, assignment: ListedAssignment, pieces: readonly OpenPiece[]): Promise<ReadyCheck> {
  const brief = await findBrief(db, assignment.id);
  const steps = await stepsOf(db, assignment.id);
  const starters = steps.flatMap((step) => (step.starter ? [step.starter] : []));
  const locale = (await findClass(db, assignment.classId))?.locale ?? 'en';
  return readyCheck({
    asks: brief?.asks ?? [],
    doc: together(pieces.map((piece) => piece.content)),
    starter: starters.length > 0 ? together(starters) : null,
    locale,
  });
}

/** What the ready check finds in what is stored of a student's work. */
export async function checkWork(db: Queryable, assignmentId: AssignmentId, student: Person): Promise<ReadyCheck> {
  return check(db, await assignmentOr404(db, assignmentId), await openPieces(db, assignmentId, student));
}

function freeze(piece: OpenPiece, kind: FrozenPiece['kind']): FrozenPiece {
  const bytes = new TextEncoder().encode(canonicalJson(piece.content));
  return { kind, title: piece.title, content: piece.content, bytes, sha256: sha256Hex(bytes), documentId: piece.id };
}

/** Notes what this hand-in opens: work that waited for it, and for nothing else that is still missing. */
async function unlockAfter(tx: Queryable, assignment: ListedAssignment, student: Person, now: Instant): Promise<void> {
  const opened = await openedBy(tx, assignment.id, student.id);
  await recordAll(
    tx,
    opened.map((id) => ({ ...own(assignment, student, now), kind: 'unlocked', assignmentId: id })),
  );
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
  return db.transaction(async (tx): Promise<HandInOutcome> => {
    await holdWork(tx, given.assignmentId, student.id);
    const before = await receiptOfAct(tx, student.id, given.act);
    if (before) return { ok: true, receipt: before, again: true };

    const assignment = await assignmentOr404(tx, given.assignmentId);
    const { rules } = assignment;
    const facts = await factsOf(tx, assignment.id, student.id);
    const tick = rules.takes === 'tick';
    const pieces = tick ? [] : await openPieces(tx, assignment.id, student);
    const id = newId() as HandInId;
    const moved = makeMove(
      facts,
      tick ? { kind: 'tick-off', handIn: id } : { kind: 'hand-in', handIn: id, pieces: pieces.length },
      now,
      rules,
    );
    if (!moved.ok) return moved;
    const checked = tick ? null : await check(tx, assignment, pieces);
    if (checked && !checked.ready) return { ok: false, code: 'not-ready', check: checked };

    const frozen = pieces.map((piece) => freeze(piece, rules.takes === 'short' ? 'answer' : 'document'));
    const after = standing(moved.facts, rules, now);
    await addHandIn(tx, {
      id,
      assignmentId: assignment.id,
      studentId: student.id,
      act: given.act,
      at: now,
      dueAt: rules.dueAt,
      lateBy: after.handIn?.lateBy ?? 0,
      note: given.note,
      fingerprint: handInFingerprint(frozen),
      findings: checked?.findings ?? [],
      pieces: frozen,
    });
    for (const piece of pieces) {
      await keepVersion(tx, { documentId: piece.id, at: now, reason: 'handed-in', state: piece.state });
    }
    await record(tx, { kind: 'handed-in', ...own(assignment, student, now), data: { handIn: id } });
    await unlockAfter(tx, assignment, student, now);
    const receipt = await receiptOfAct(tx, student.id, given.act);
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
    await holdWork(tx, assignmentId, student.id);
    const assignment = await assignmentOr404(tx, assignmentId);
    const moved = makeMove(await factsOf(tx, assignmentId, student.id), { kind: 'take-back' }, now, assignment.rules);
    if (!moved.ok) return moved;
    await record(tx, { kind: 'taken-back', ...own(assignment, student, now) });
    return { ok: true };
  });
}

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
    const assignment = await assignmentOr404(tx, assignmentId);
    const step = (await stepsOf(tx, assignmentId)).find((found) => found.id === stepId);
    const starter = step?.starter;
    if (!step || !starter) return { ok: false, code: 'only-ticked-off', at: null } as const;
    await holdWork(tx, assignmentId, student.id);
    const facts = await factsOf(tx, assignmentId, student.id);
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
      firstUpdate: () => firstUpdate(starter),
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
): Promise<{ readonly ok: true } | Refusal> {
  return db.transaction(async (tx) => {
    const assignmentId = (await assignmentOfStep(tx, stepId)) as AssignmentId;
    const assignment = await assignmentOr404(tx, assignmentId);
    await holdWork(tx, assignmentId, student.id);
    const facts = await factsOf(tx, assignmentId, student.id);
    if (facts.some((fact) => fact.kind === 'step-done' && fact.step === stepId)) return { ok: true };
    const moved = makeMove(facts, { kind: 'do-step', step: stepId }, now, assignment.rules);
    if (!moved.ok) return moved;
    if (!(await isStepOpen(tx, assignment, student.id, facts, stepId))) return EARLIER_FIRST;
    await record(tx, { kind: 'step-done', ...own(assignment, student, now), data: { step: stepId } });
    return { ok: true };
  });
}
