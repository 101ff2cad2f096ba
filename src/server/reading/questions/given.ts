import { dayStart } from '@/core/calendar/due-words';
import type { AttemptId, DocumentId, Instant, StepId } from '@/core/ids';
import type { QuestionName } from '@/core/kinds/question';
import type { SettingsOf } from '@/core/kinds/step';
import {
  type AttemptStanding,
  attemptStanding,
  type BeginRefusal,
  isRunning,
  mayBegin,
} from '@/core/questions/attempt';
import { countedPoints } from '@/core/questions/counts';
import type { AskedSheet, Laid } from '@/core/questions/paper';
import { lay } from '@/core/questions/paper';
import { practiceStanding } from '@/core/questions/practice';
import { askedCount, mostPoints, partsIn, type QuestionSet } from '@/core/questions/question-set';
import { looksAtOnce, type QuestionRules } from '@/core/questions/rules';
import type { PartScore } from '@/core/questions/scoring';
import { isMaterialOpen, type MaterialView, viewAs } from '@/server/reading/materials/materials';
import { type FrozenAttempt, frozenOfWork, givenPointsOf, keyChangesAt, triedIn } from '@/store/answered';
import { attemptsOfWork, extraAt, type StoredAttempt } from '@/store/attempts';
import { type Queryable, read, readTogether } from '@/store/database';
import { findMaterial } from '@/store/materials';
import { findSchool, type Person } from '@/store/people';
import { questionSetsAt, startWordOf } from '@/store/question-sets';
import { keyed } from './asked';
import { madeAttempts } from './made';
import { type ToldPart, toldParts } from './told';

/** What students know of the rules: everything but the word that opens it. */
export type PublicRules = Omit<QuestionRules, 'startWord'> & { readonly needsWord: boolean };

/** An answer that was looked at in practice. */
export interface TriedAnswer {
  readonly question: string;
  readonly right: boolean;
}

/** How a practice goes. */
export interface Practice {
  readonly next: string | null;
  readonly right: readonly string[];
  readonly later: readonly string[];
  readonly again: readonly string[];
  readonly tried: readonly TriedAnswer[];
}

/** The attempt that runs. */
export interface RunningAttempt {
  readonly id: AttemptId;
  readonly number: number;
  readonly document: { readonly id: DocumentId; readonly title: string; readonly kind: 'answers' };
  readonly standing: AttemptStanding;
  /** What may be seen of it by now. */
  readonly sheets: readonly AskedSheet[];
  /** How many questions there are in all. */
  readonly count: number;
  readonly practice: Practice | null;
  readonly materials: Readonly<Record<string, MaterialView>>;
}

/** An attempt that has ended, as its student sees it. */
export interface EndedAttempt {
  readonly id: AttemptId;
  readonly number: number;
  readonly standing: AttemptStanding;
  readonly sheets: readonly AskedSheet[];
  /** What was answered, in words, by part; and as it was given, to be shown where it was chosen. */
  readonly words: Readonly<Record<string, string>>;
  readonly answers: Readonly<Record<string, unknown>>;
  /** What it came to; `null` as long as that is not said. */
  readonly score: {
    readonly points: number;
    readonly of: number;
    readonly unread: number;
    readonly parts: readonly PartScore[];
  } | null;
  /** What is right, and why; nothing as long as that is not said. */
  readonly told: readonly ToldPart[];
  /** What a teacher said of an answer, by part. */
  readonly said: Readonly<Record<string, string>>;
}

/** What the Desk is given of a step that asks. */
export interface GivenQuestions {
  readonly rules: PublicRules | null;
  readonly count: number;
  readonly points: number;
  /** Which kinds of question will come. */
  readonly kinds: readonly QuestionName[];
  /** Minutes for this person; `null` without an end. */
  readonly limit: number | null;
  readonly running: RunningAttempt | null;
  /** Those that have ended, the last first. */
  readonly ended: readonly EndedAttempt[];
  /** How many of them count, and what they come to together, where that may be said. */
  readonly used: number;
  readonly counted: number | null;
  /** Why none can be begun now; `null` where one can. */
  readonly begin: BeginRefusal | null;
}

export const NO_QUESTIONS: GivenQuestions = {
  rules: null,
  count: 0,
  points: 0,
  kinds: [],
  limit: null,
  running: null,
  ended: [],
  used: 0,
  counted: null,
  begin: null,
};

/** For whom and when. */
export interface AskedBy {
  readonly db: Queryable;
  readonly student: Person;
  readonly assignmentId: Parameters<typeof attemptsOfWork>[0];
  readonly lang: string;
  readonly dueAt: Instant | null;
  readonly handedBack: boolean;
  readonly now: Instant;
}

/** May it be said by now what was right? Points go with that. */
function mayTell({ tells }: QuestionRules, { dueAt, handedBack, now }: AskedBy): boolean {
  const when: Readonly<Record<QuestionRules['tells'], boolean>> = {
    answer: true,
    attempt: true,
    due: handedBack || (dueAt !== null && now > dueAt),
    back: handedBack,
    never: false,
  };
  return when[tells];
}

/** What may be seen: all of it, or where nobody goes back the question that was reached. */
const visible = (laid: Laid, rules: QuestionRules, { reached }: AttemptStanding): readonly AskedSheet[] =>
  rules.back ? laid.paper : laid.paper.filter(({ number }) => number === reached);

async function practiceOf(by: AskedBy, attempt: StoredAttempt, laid: Laid): Promise<Practice> {
  const tried = (await read(by.db, triedIn(attempt.id))).map(({ question_id, is_right, at }) => ({
    question: question_id,
    right: is_right,
    at,
  }));
  const { zone = 'UTC' } = (await findSchool(by.db)) ?? {};
  const stands = practiceStanding(
    laid.paper.map(({ id }) => id),
    tried,
    by.now,
    (at) => String(dayStart(at, zone)),
  );
  return { ...stands, tried: tried.map(({ question, right }) => ({ question, right })) };
}

/** What stands beside some questions. */
async function materialsOf({ db, student, lang, now }: AskedBy, sheets: readonly AskedSheet[]) {
  const found: Record<string, MaterialView> = {};
  for (const id of new Set(sheets.flatMap(({ material }) => material ?? []))) {
    const material = await findMaterial(db, id);
    if (material && isMaterialOpen(material, now)) found[id] = await viewAs(student, material, lang, 0);
  }
  return found;
}

async function runningOf(
  by: AskedBy,
  attempt: StoredAttempt,
  set: QuestionSet,
  rules: QuestionRules,
): Promise<RunningAttempt> {
  const laid = lay(set, attempt.seed);
  const standing = attemptStanding(attempt.acts, attempt.terms, by.now);
  const sheets = visible(laid, rules, standing).map((sheet) => ({
    ...sheet,
    // A hint is asked for in practice alone.
    parts: sheet.parts.map((part) => ({ ...part, hinted: part.hinted && looksAtOnce(rules) })),
  }));
  return {
    id: attempt.id,
    number: attempt.number,
    document: { id: attempt.documentId, title: '', kind: 'answers' },
    standing,
    sheets,
    count: laid.paper.length,
    practice: looksAtOnce(rules) ? await practiceOf(by, attempt, laid) : null,
    materials: await materialsOf(by, sheets),
  };
}

function endedOf(
  by: AskedBy,
  attempt: StoredAttempt,
  frozen: FrozenAttempt,
  set: QuestionSet,
  rules: QuestionRules,
  said: Readonly<Record<string, string>>,
): EndedAttempt {
  const laid = lay(set, attempt.seed);
  const tells = mayTell(rules, by);
  const { parts, points, of, unread } = frozen;
  return {
    id: attempt.id,
    number: attempt.number,
    standing: attemptStanding(attempt.acts, attempt.terms, by.now),
    sheets: laid.paper,
    words: frozen.content.words,
    answers: frozen.content.answers,
    score: tells ? { parts, points, of, unread } : null,
    told: tells ? toldParts(set, laid) : [],
    said: tells ? said : {},
  };
}

/** So many attempts that have ended are shown. */
const SHOWN = 5;

/** What a step that asks gives to the Desk of one student. Nothing of what is right is in it before that may be said. */
export async function givenQuestions(
  by: AskedBy,
  stepId: StepId,
  rules: SettingsOf<'questions'>,
): Promise<GivenQuestions> {
  const { db, student, assignmentId, now } = by;
  const got = await readTogether(db, {
    attempts: attemptsOfWork(assignmentId, student.id),
    frozen: frozenOfWork(assignmentId, student.id),
    sets: questionSetsAt(stepId),
    changes: keyChangesAt(stepId),
    extra: extraAt(stepId, student.id),
    word: startWordOf(stepId),
  });
  const newest = [...got.sets.values()].at(-1);
  if (!newest) return NO_QUESTIONS;
  const attempts = got.attempts.filter((one) => one.stepId === stepId);
  const setOf = ({ setNumber }: StoredAttempt) => keyed(got.sets.get(setNumber) ?? newest, got.changes);
  const standings = new Map(attempts.map((one) => [one.id, attemptStanding(one.acts, one.terms, now)]));
  const runs = attempts.find(({ id }) => isRunning((standings.get(id) as AttemptStanding).phase));
  const over = attempts.filter(({ id }) => standings.get(id)?.phase === 'over' && got.frozen.has(id));
  const given = await read(db, givenPointsOf(over.map(({ id }) => id)));
  const ended = over
    .slice(-SHOWN)
    .reverse()
    .flatMap((one): EndedAttempt[] => {
      const frozen = got.frozen.get(one.id);
      const said = Object.fromEntries(
        given.filter(({ attempt_id: of }) => of === one.id).map(({ part_id: part, words }) => [part, words]),
      );
      return frozen ? [endedOf(by, one, frozen, setOf(one), rules, said)] : [];
    });
  const scores = over.flatMap(({ id }) => got.frozen.get(id) ?? []);
  const { startWord, ...open } = rules;
  return {
    rules: { ...open, needsWord: (got.word ?? startWord) !== null },
    count: askedCount(newest),
    points: mostPoints(newest),
    kinds: [...new Set(partsIn(newest).map(({ kind }) => kind))],
    limit: rules.limit === null ? null : rules.limit + got.extra,
    running: runs ? await runningOf(by, runs, setOf(runs), rules) : null,
    ended,
    used: attempts.filter(({ id }) => standings.get(id)?.phase !== 'void').length,
    counted: mayTell(rules, by) ? countedPoints(rules.counts, scores) : null,
    begin: mayBegin(rules, madeAttempts(attempts, got.frozen, now), now),
  };
}
