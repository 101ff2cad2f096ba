import { firstAnswers } from '@/core/documents/answers-document';
import type { AssignmentId, AttemptId, DocumentId, Instant, StepId } from '@/core/ids';
import type { AnswersContent } from '@/core/kinds/document/answers';
import { isWrittenText } from '@/core/kinds/question/answered';
import { type AttemptTerms, attemptStanding, type BeginRefusal, isRunning, mayBegin } from '@/core/questions/attempt';
import { lay } from '@/core/questions/paper';
import { partsIn } from '@/core/questions/question-set';
import { sameForm } from '@/core/questions/sameness';
import { makeMove, type Refusal } from '@/core/work/moves';
import { closingTime } from '@/core/work/rules';
import { standing } from '@/core/work/standing';
import { holdTogether, own } from '@/server/doing/handing-in/keeping';
import { type TooMuch, use } from '@/server/limits';
import { isStepOpen } from '@/server/reading/desk/open-steps';
import { assignmentOr404 } from '@/server/reading/documents/looking';
import { madeAttempts } from '@/server/reading/questions/made';
import { newId, newToken } from '@/server/secrets';
import { frozenOfWork } from '@/store/answered';
import { addAttempt, attemptsOfWork, extraAt } from '@/store/attempts';
import { type Database, type Queryable, read, readTogether } from '@/store/database';
import { factsOf, record } from '@/store/events';
import type { Person } from '@/store/people';
import { questionSetOf, startWordOf } from '@/store/question-sets';
import { assignmentOfStep } from '@/store/work';
import { askingStep, derivedOf, keepEnd, tellAttempt } from './attempt-work';

type Begun =
  | { readonly ok: true; readonly attempt: AttemptId }
  | Refusal
  | TooMuch
  | { readonly ok: false; readonly code: 'earlier-step-first'; readonly at: null }
  | { readonly ok: false; readonly code: 'no-questions' | 'wrong-word' }
  | ({ readonly ok: false } & BeginRefusal);

/** How words that are typed from a sheet are compared. */
const WORD = { capitals: false, accents: false, spaces: false } as const;

/** What a further attempt begins with: what was answered before, or nothing. */
function carried(before: AnswersContent | undefined): AnswersContent {
  return { paper: [], answers: before?.answers ?? {}, words: {}, loops: [] };
}

/** Work that lies with the teacher is taken back for a further attempt, by the rules for that. */
async function takeUpAgain(
  tx: Queryable,
  {
    assignment,
    student,
    members,
  }: { assignment: Awaited<ReturnType<typeof assignmentOr404>>; student: Person; members: readonly Person['id'][] },
  now: Instant,
): Promise<Refusal | null> {
  const facts = await read(tx, factsOf(assignment.id, student.id));
  const edit = makeMove(facts, { kind: 'edit' }, now, assignment.rules);
  if (edit.ok) {
    if (standing(facts, assignment.rules, now).begun) return null;
    await record(tx, { kind: 'edited', ...own(assignment, student, now) });
    return null;
  }
  if (edit.code !== 'already-handed-in') return edit;
  const back = makeMove(facts, { kind: 'take-back' }, now, assignment.rules);
  if (!back.ok) return back;
  for (const member of members)
    await record(tx, { kind: 'taken-back', ...own(assignment, student, now), studentId: member });
  return null;
}

/**
 * Begins an attempt, or opens the one that runs: from whichever device, and however often it is asked for, there is one.
 *
 * @param given.act an id that the browser made for this one beginning
 * @param given.word the start word that was typed
 */
export async function beginAttempt(
  db: Database,
  student: Person,
  given: { readonly stepId: StepId; readonly act: string; readonly word: string },
  now: Instant,
): Promise<Begun> {
  const { stepId } = given;
  const assignmentId = (await assignmentOfStep(db, stepId)) as AssignmentId;
  const word = await read(db, startWordOf(stepId));
  const asks = await askingStep(db, await assignmentOr404(db, assignmentId, student), stepId);
  const wanted = word ?? asks?.rules.startWord ?? null;
  // A guess is counted before it is looked at, and outside of what may be rolled back.
  if (wanted !== null && given.word !== '') {
    const much = await use(db, student.id, 'guesses', 1, now);
    if (much) return much;
  }
  return db.transaction(async (tx): Promise<Begun> => {
    const members = await holdTogether(tx, assignmentId, student);
    const assignment = await assignmentOr404(tx, assignmentId, student);
    const found = await askingStep(tx, assignment, stepId);
    if (!found) return { ok: false, code: 'no-questions' };
    const { rules, step } = found;
    const asked = await readTogether(tx, {
      set: questionSetOf(stepId),
      attempts: attemptsOfWork(assignmentId, student.id),
      frozen: frozenOfWork(assignmentId, student.id),
      extra: extraAt(stepId, student.id),
    });
    if (!asked.set) return { ok: false, code: 'no-questions' };
    const attempts = asked.attempts.filter((one) => one.stepId === stepId);
    const runs = attempts.find(({ acts, terms }) => isRunning(attemptStanding(acts, terms, now).phase));
    const again = runs ?? attempts.find(({ act }) => act === given.act);
    if (again) return { ok: true, attempt: again.id };
    const refused = mayBegin(rules, madeAttempts(attempts, asked.frozen, now), now);
    if (refused) return { ok: false, ...refused };
    if (wanted !== null && sameForm(given.word, WORD) !== sameForm(wanted, WORD))
      return { ok: false, code: 'wrong-word' };
    const facts = await read(tx, factsOf(assignmentId, student.id));
    if (!(await isStepOpen(tx, assignment, student.id, facts, stepId)))
      return { ok: false, code: 'earlier-step-first', at: null };
    const notNow = await takeUpAgain(tx, { assignment, student, members }, now);
    if (notNow) return notNow;

    const id = newId() as AttemptId;
    const terms: AttemptTerms = {
      limit: rules.limit === null ? null : rules.limit + asked.extra,
      working: rules.working,
      closesAt: closingTime(assignment.rules),
    };
    const stands = attemptStanding([{ kind: 'begun', at: now }], terms, now);
    const last = attempts.at(-1);
    const before = rules.carries && last ? asked.frozen.get(last.id)?.content : undefined;
    const written = new Set(
      partsIn(asked.set.content).flatMap(({ id: part, kind }) => (isWrittenText(kind) ? [part] : [])),
    );
    // Whatever is asked has to be layable before anybody's time begins.
    const seed = newToken();
    lay(asked.set.content, seed);
    await addAttempt(tx, {
      id,
      stepId,
      assignmentId,
      studentId: student.id,
      number: (last?.number ?? 0) + 1,
      setNumber: asked.set.number,
      documentId: newId() as DocumentId,
      seed,
      act: given.act,
      terms,
      title: `${step.title}, ${student.short_name}`,
      at: now,
      firstUpdate: firstAnswers(carried(before), written),
      derived: derivedOf(stands),
    });
    await keepEnd(tx, id, stands);
    await tellAttempt(tx, assignment, student.id, student.id, now);
    return { ok: true, attempt: id };
  });
}
