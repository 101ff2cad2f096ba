import { canonicalJson, sha256Hex } from '@/core/documents/fingerprint';
import type { AttemptId, DocumentId, HandInId, Instant } from '@/core/ids';
import type { AnswersContent } from '@/core/kinds/document/answers';
import { answerWords } from '@/core/kinds/question';
import { asksQuestions, takesOf } from '@/core/kinds/step';
import { type AttemptAct, type AttemptStanding, attemptStanding, isNoted, withLeft } from '@/core/questions/attempt';
import { Scoring } from '@/core/questions/scoring';
import { makeMove } from '@/core/work/moves';
import { stepsDone } from '@/core/work/steps';
import { freezeAnswered, holdTogether, keepHandIn, own } from '@/server/doing/handing-in/keeping';
import { assignmentOr404, isUnanswered, openPieces } from '@/server/reading/documents/looking';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { askedIn } from '@/server/reading/questions/asked';
import { SIGNS } from '@/server/reading/questions/told';
import { newId } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import { addAnswered, addScores, givenPointsOf, lateUpdatesOf } from '@/store/answered';
import { findAttempt, type StoredAttempt } from '@/store/attempts';
import { type Database, type Queryable, read } from '@/store/database';
import { factsOf, record } from '@/store/events';
import type { Receipt } from '@/store/hand-ins';
import { findPerson, type Person } from '@/store/people';
import { lastUpdates, updateBytesOf } from '@/store/updates';
import { type ListedAssignment, stepsOf } from '@/store/work';
import { act, askingStep, attemptOr404 } from './attempt-work';

/** What was answered, as it was read at a moment. */
interface ReadAnswers {
  readonly content: AnswersContent;
  /** The number of the last update in it. */
  readonly last: number;
}

const lastOf = async (db: Queryable, documentId: DocumentId): Promise<number> =>
  (await lastUpdates(db, [documentId])).get(documentId) ?? 0;

/** Reads what was answered, in the workshop. What holds more than it may counts as nothing. */
export async function readAnswers(
  db: Queryable,
  { studentId, documentId }: StoredAttempt,
  late: readonly Uint8Array[] = [],
): Promise<ReadAnswers | Unread> {
  const last = await lastOf(db, documentId);
  const updates = [...(await updateBytesOf(db, documentId)), ...late];
  const done = await workshop().do(studentId, 'answers', { attempts: [updates] });
  if (!done.ok) return done;
  const content = done.made[0] ?? null;
  return content === null ? { ok: false, code: 'too-intricate' } : { content, last };
}

/** What became of an attempt, and of the work where finishing it hands that in. */
export type Ended =
  | { readonly ok: true; readonly phase: AttemptStanding['phase']; readonly receipt: Receipt | null }
  | Unread
  | { readonly ok: false; readonly code: 'changed-meanwhile' };

/** Freezes what was answered, with what was asked, and scores it. */
async function freeze(tx: Queryable, attempt: StoredAttempt, answered: ReadAnswers, at: Instant): Promise<void> {
  const { set, laid } = await askedIn(tx, attempt);
  const content = { ...answered.content, answers: withLeft(attempt.acts, laid.paper, answered.content.answers) };
  const words = Object.fromEntries(
    laid.paper.flatMap(({ parts }) =>
      parts.flatMap((part) => {
        const said = Object.hasOwn(content.answers, part.id) ? answerWords(part, content.answers[part.id], SIGNS) : '';
        return said === '' ? [] : [[part.id, said]];
      }),
    ),
  );
  const frozen: AnswersContent = { ...content, paper: laid.paper, words };
  const bytes = new TextEncoder().encode(canonicalJson(frozen));
  const answeredId = await addAnswered(tx, {
    attemptId: attempt.id,
    at,
    content: frozen,
    bytes,
    sha256: sha256Hex(bytes),
  });
  const given = new Map(
    (await read(tx, givenPointsOf([attempt.id]))).flatMap(({ part_id, points }) =>
      points === null ? [] : [[part_id, points] as const],
    ),
  );
  const score = new Scoring(set).of(laid, content.answers, given);
  await addScores(tx, [{ attemptId: attempt.id, answeredId, ...score, unread: score.unread.length }], at);
}

/** Is there nothing in a work that goes along but what is asked, and what is attached to that? */
async function asksAlone(db: Queryable, assignment: ListedAssignment): Promise<boolean> {
  const steps = await read(db, stepsOf(assignment.id));
  const others = steps.filter(({ kind }) => !asksQuestions(kind));
  return others.length < steps.length && takesOf(others) === 'tick';
}

/** Hands the work in where what is asked is all there is, and all of it has been answered to its end. */
async function handInAnswered(
  tx: Queryable,
  { assignment, student, attemptId }: { assignment: ListedAssignment; student: Person; attemptId: AttemptId },
  endedAt: Instant,
  now: Instant,
): Promise<Receipt | null> {
  if (!(await asksAlone(tx, assignment))) return null;
  const open = await openPieces(tx, assignment.id, student);
  if (await isUnanswered(tx, assignment.id, open)) return null;
  const id = newId() as HandInId;
  const facts = await read(tx, factsOf(assignment.id, student.id));
  // What ended with its time counts from then on, however long it took until somebody noted it.
  const pieces = open.answered.length + open.attached.length;
  const moved = makeMove(facts, { kind: 'hand-in', handIn: id, pieces }, endedAt, assignment.rules);
  if (!moved.ok) return null;
  return keepHandIn(tx, {
    id,
    student,
    assignment,
    members: [student.id],
    facts: moved.facts,
    counts: endedAt === now ? undefined : endedAt,
    act: `attempt ${attemptId} ${open.answered.at(-1)?.answeredId ?? ''}`,
    note: '',
    begunAt: null,
    frozen: await freezeAnswered(tx, open),
    findings: [],
    now,
  });
}

/**
 * Does what follows when an attempt has come to its end: its answers are frozen and scored, its step is done, and where there is
 * nothing else the work is handed in.
 */
async function conclude(
  tx: Queryable,
  { assignment, student, attempt }: { assignment: ListedAssignment; student: Person; attempt: StoredAttempt },
  answers: ReadAnswers,
  stands: AttemptStanding,
  now: Instant,
): Promise<Receipt | null> {
  await freeze(tx, attempt, answers, now);
  const facts = await read(tx, factsOf(assignment.id, student.id));
  if (!stepsDone(facts).has(attempt.stepId))
    await record(tx, { kind: 'step-done', ...own(assignment, student, now), data: { step: attempt.stepId } });
  const receipt = await handInAnswered(tx, { assignment, student, attemptId: attempt.id }, stands.endedAt ?? now, now);
  const asks = await askingStep(tx, assignment, attempt.stepId);
  if (asks?.rules.classAnswers) {
    const said = { classId: assignment.classId, assignmentId: assignment.id, studentId: null, actorId: student.id };
    await record(tx, { kind: 'class-answered', at: now, ...said });
  }
  return receipt;
}

/** Ends an attempt within a transaction, unless it has ended already. */
async function endIn(
  tx: Queryable,
  attemptId: AttemptId,
  answers: ReadAnswers,
  ending: { readonly by: 'person' | 'time' | 'teacher'; readonly actor: Person | null; readonly reason: string },
  now: Instant,
): Promise<Ended> {
  const before = await attemptOr404(tx, attemptId);
  const student = await findPerson(tx, before.studentId);
  if (!student) throw new Error(`the student of attempt ${attemptId} is gone`);
  await holdTogether(tx, before.assignmentId, student);
  const attempt = await attemptOr404(tx, attemptId);
  const assignment = await assignmentOr404(tx, attempt.assignmentId, student);
  const stands = attemptStanding(attempt.acts, attempt.terms, now);
  if (isNoted(attempt.acts)) return { ok: true, phase: stands.phase, receipt: null };
  if ((await lastOf(tx, attempt.documentId)) !== answers.last) return { ok: false, code: 'changed-meanwhile' };
  const acts: AttemptAct[] = [];
  if (stands.phase === 'over') acts.push({ kind: 'ended', at: stands.endedAt ?? now, by: 'time' });
  else if (ending.by === 'teacher') acts.push({ kind: 'ended', at: now, by: 'teacher' });
  else if (ending.by === 'person') {
    const works = attempt.terms.working !== null && stands.phase === 'answering';
    if (stands.phase === 'answering') acts.push({ kind: 'finished', at: now });
    if (!works) acts.push({ kind: 'ended', at: now, by: 'person' });
  }
  const by = { actorId: ending.actor?.id ?? null, reason: ending.reason };
  const after = await act(tx, assignment, attempt, acts, by, now);
  if (!isNoted(acts)) return { ok: true, phase: after.phase, receipt: null };
  const receipt = await conclude(tx, { assignment, student, attempt }, answers, after, now);
  return { ok: true, phase: after.phase, receipt };
}

/** Puts what came after the end to the other answers, and scores them. What was handed in stays as it was. */
export async function countLate(
  db: Database,
  teacher: Person,
  given: { readonly attempt: AttemptId; readonly reason: string },
  now: Instant,
): Promise<{ readonly ok: true } | Unread | { readonly ok: false; readonly code: 'attempt-runs' }> {
  const before = await attemptOr404(db, given.attempt);
  const answers = await readAnswers(db, before, await lateUpdatesOf(db, before.documentId));
  if ('ok' in answers) return answers;
  return db.transaction(async (tx) => {
    const student = await findPerson(tx, before.studentId);
    if (!student) throw new Error(`the student of attempt ${given.attempt} is gone`);
    await holdTogether(tx, before.assignmentId, student);
    const attempt = await attemptOr404(tx, given.attempt);
    if (!isNoted(attempt.acts)) return { ok: false, code: 'attempt-runs' } as const;
    const assignment = await assignmentOr404(tx, attempt.assignmentId, student);
    const counted: AttemptAct = { kind: 'late-counted', at: now };
    await act(tx, assignment, attempt, [counted], { actorId: teacher.id, reason: given.reason }, now);
    await freeze(tx, attempt, answers, now);
    return { ok: true } as const;
  });
}

/** So often it is looked at anew where somebody types on another device. */
const LOOKS = 5;

/** Ends an attempt: whoever answers has finished, or a teacher ends it. */
export async function endAttempt(
  db: Database,
  actor: Person,
  given: { readonly attempt: AttemptId; readonly by: 'person' | 'teacher'; readonly reason: string },
  now: Instant,
): Promise<Ended> {
  for (let look = 0; look < LOOKS; look += 1) {
    const answers = await readAnswers(db, await attemptOr404(db, given.attempt));
    if ('ok' in answers) return answers;
    const ended = await db.transaction((tx) => endIn(tx, given.attempt, answers, { ...given, actor }, now));
    if (ended.ok || ended.code !== 'changed-meanwhile') return ended;
  }
  return { ok: false, code: 'changed-meanwhile' };
}

/** What has to be read before time ends an attempt; `null` where there is nothing to end. */
export async function prepareEnd(db: Database, attemptId: AttemptId, now: Instant): Promise<ReadAnswers | null> {
  const attempt = await read(db, findAttempt(attemptId));
  if (!attempt || attemptStanding(attempt.acts, attempt.terms, now).phase !== 'over') return null;
  const answers = await readAnswers(db, attempt);
  if (!('ok' in answers)) return answers;
  if (answers.code === 'too-busy') throw new Error('the workshop is busy');
  // What nobody can read was never answered: the attempt ends all the same.
  return { content: { paper: [], answers: {}, words: {}, loops: [] }, last: await lastOf(db, attempt.documentId) };
}

/** Time ends an attempt, or goes on to its next end. @returns when to look again */
export async function effectEnd(
  tx: Queryable,
  attemptId: AttemptId,
  answers: ReadAnswers | null,
  now: Instant,
): Promise<Instant | null> {
  if (answers !== null) {
    const ended = await endIn(tx, attemptId, answers, { by: 'time', actor: null, reason: '' }, now);
    // Something was stored in the very moment of the end: it is read, too.
    if (!ended.ok) return now;
  }
  const attempt = await read(tx, findAttempt(attemptId));
  if (!attempt) return null;
  const stands = attemptStanding(attempt.acts, attempt.terms, now);
  const student = await findPerson(tx, attempt.studentId);
  // From answering to attaching the working: open screens hear of it, and no answer is taken any more.
  if (answers === null && stands.phase === 'working' && student)
    await act(tx, await assignmentOr404(tx, attempt.assignmentId, student), attempt, [], { actorId: null }, now);
  return stands.nextEnd;
}
