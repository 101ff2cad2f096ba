import type { AssignmentId, AttemptId, Instant, PersonId, StepId } from '@/core/ids';
import { canAccept, type QuestionName } from '@/core/kinds/question';
import type { SettingsOf } from '@/core/kinds/step';
import { type AttemptPhase, attemptStanding } from '@/core/questions/attempt';
import type { ClassAnswer } from '@/core/questions/class-answers';
import { type ItemFigures, itemFigures } from '@/core/questions/item-figures';
import { lay } from '@/core/questions/paper';
import { askedCount, mostPoints, partsIn, questionsIn } from '@/core/questions/question-set';
import type { PartScore } from '@/core/questions/scoring';
import { plainText } from '@/core/text/document-json';
import { frozenAtStep, givenPointsOf, keyChangesAt, lateAnswersAt } from '@/store/answered';
import { attemptsAtStep, extrasAt, reasonsAt, type StoredAttempt } from '@/store/attempts';
import { classOfAssignment, peopleOf } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { keptRemarksOf } from '@/store/marking';
import { questionSetsAt, startWordOf } from '@/store/question-sets';
import { assignmentOfStep, findAssignment, rubricOf, stepsOf } from '@/store/work';
import { keyed } from './asked';
import { newestOfEach, type ShownAnswers, shownAnswers } from './class-answers';
import { unsaidIn } from './taking-away';
import { toldParts } from './told';

/** One person while it runs, and when it is over. */
export interface WatchedPerson {
  readonly student: PersonId;
  readonly name: string;
  readonly attempt: AttemptId | null;
  readonly number: number;
  readonly phase: AttemptPhase | 'not-begun';
  readonly present: boolean;
  readonly begunAt: Instant | null;
  readonly endsAt: Instant | null;
  readonly endedAt: Instant | null;
  readonly endedBy: 'person' | 'time' | 'teacher' | null;
  readonly seenAt: Instant | null;
  readonly extra: number;
  readonly points: number | null;
  readonly unread: number;
  /** How much came after the end, and counts for nothing by itself. */
  readonly late: number;
  /** What was done to it, with the reasons. */
  readonly reasons: readonly string[];
}

/** One answer that a person has to read, or has read. */
export interface AnswerToRead {
  readonly attempt: AttemptId;
  readonly name: string;
  readonly words: string;
  readonly points: number | null;
  readonly said: string;
}

/** Something that several wrote and the key does not know. */
export interface UnknownAnswer {
  readonly words: string;
  readonly answer: unknown;
  readonly n: number;
}

/** How one part of the questions went in the class. */
export interface PartFigures {
  readonly part: string;
  readonly number: number;
  readonly kind: QuestionName;
  readonly of: number;
  readonly words: string;
  /** What is right, in words. */
  readonly right: string;
  readonly figures: ItemFigures;
  readonly answers: ShownAnswers | null;
  readonly unknown: readonly UnknownAnswer[];
  readonly toRead: readonly AnswerToRead[];
}

/** So many answers that the key does not know are shown, the most frequent first. */
const MOST_UNKNOWN = 6;

function watched(
  people: readonly { readonly id: PersonId; readonly name: string }[],
  attempts: readonly StoredAttempt[],
  known: {
    readonly frozen: ReadonlyMap<AttemptId, { readonly points: number; readonly unread: number }>;
    readonly extras: ReadonlyMap<PersonId, number>;
    readonly late: ReadonlyMap<AttemptId, number>;
    readonly reasons: ReadonlyMap<AttemptId, readonly string[]>;
  },
  now: Instant,
): readonly WatchedPerson[] {
  return people.map(({ id, name }) => {
    const last = attempts.filter(({ studentId }) => studentId === id).at(-1);
    const extra = known.extras.get(id) ?? 0;
    const nothing = {
      number: 0,
      phase: 'not-begun',
      present: false,
      begunAt: null,
      endsAt: null,
      endedAt: null,
      endedBy: null,
    } as const;
    if (!last)
      return {
        student: id,
        name,
        attempt: null,
        ...nothing,
        seenAt: null,
        extra,
        points: null,
        unread: 0,
        late: 0,
        reasons: [],
      };
    const stands = attemptStanding(last.acts, last.terms, now);
    const score = known.frozen.get(last.id);
    return {
      student: id,
      name,
      attempt: last.id,
      number: last.number,
      phase: stands.phase,
      present: stands.present,
      begunAt: stands.begunAt,
      endsAt: stands.phase === 'working' ? stands.workingUntil : stands.answersUntil,
      endedAt: stands.endedAt,
      endedBy: stands.endedBy,
      seenAt: last.seenAt,
      extra: extra + stands.givenMore,
      points: score?.points ?? null,
      unread: score?.unread ?? 0,
      late: known.late.get(last.id) ?? 0,
      reasons: known.reasons.get(last.id) ?? [],
    };
  });
}

/** What a teacher sees of a step that asks: who is at it, how the class answered, and what has to be read. */
export async function answersScreen(db: Queryable, teacher: PersonId, stepId: StepId, now: Instant) {
  const assignmentId = (await assignmentOfStep(db, stepId)) as AssignmentId;
  const base = await readTogether(db, {
    assignment: findAssignment(assignmentId),
    steps: stepsOf(assignmentId),
    at: classOfAssignment(assignmentId),
    attempts: attemptsAtStep(stepId),
    frozen: frozenAtStep(stepId),
    sets: questionSetsAt(stepId),
    changes: keyChangesAt(stepId),
    word: startWordOf(stepId),
    extras: extrasAt(stepId),
    late: lateAnswersAt(stepId),
    reasons: reasonsAt(stepId),
    rubric: rubricOf(assignmentId),
    kept: keptRemarksOf(teacher),
  });
  const { assignment, at, attempts, frozen } = base;
  const step = base.steps.find(({ id }) => id === stepId);
  const newestSet = [...base.sets.values()].at(-1);
  if (!assignment || !at || !step || !newestSet) return null;
  const rules = step.settings as SettingsOf<'questions'>;
  const set = keyed(newestSet, base.changes);
  const people = await read(db, peopleOf(assignment.classId, 'student'));
  // Where work is marked without names nobody is named here either.
  const named = people.map((one, i) => ({ id: one.id, name: assignment.unnamed ? String(i + 1) : one.name }));
  const nameOf = (person: string) => named.find(({ id }) => id === person)?.name ?? null;
  const newest = newestOfEach(attempts, frozen);
  const given = [...newest].flatMap(([person, { id }]): ClassAnswer[] => {
    const found = frozen.get(id);
    return found ? [{ person, answers: found.content.answers }] : [];
  });
  const points = await read(db, givenPointsOf([...newest.values()].map(({ id }) => id)));
  const answers = new Map(shownAnswers(set, given, null, nameOf).map((one) => [one.part, one]));
  const laid = lay(set, 'class');
  const right = new Map(toldParts(set, laid).map(({ part, words }) => [part, words]));
  const scoreOf = ({ id }: StoredAttempt, part: string): PartScore | undefined =>
    frozen.get(id)?.parts.find((one) => one.part === part);
  const numbers = new Map(questionsIn(set).flatMap(({ parts }, i) => parts.map(({ id }) => [id, i + 1])));
  const parts = partsIn(set).map((part): PartFigures => {
    const results = [...newest.values()].flatMap((one) => {
      const score = scoreOf(one, part.id);
      const all = frozen.get(one.id);
      return score && all && score.points !== null && score.of > 0
        ? [{ share: score.points / score.of, rest: all.points - score.points }]
        : [];
    });
    const unknown = new Map<string, { answer: unknown; n: number }>();
    const toRead: AnswerToRead[] = [];
    for (const [person, one] of newest) {
      const score = scoreOf(one, part.id);
      const content = frozen.get(one.id)?.content;
      const words = content?.words[part.id] ?? '';
      if (!score || !content || words === '') continue;
      const said = points.find(({ attempt_id: of, part_id: about }) => of === one.id && about === part.id);
      if (score.how.rule === 'by-a-person')
        toRead.push({
          attempt: one.id,
          name: nameOf(person) ?? '',
          words,
          points: score.points,
          said: said?.words ?? '',
        });
      else if (canAccept(part.kind) && score.share !== null && score.share < 1) {
        const key = words.toLowerCase();
        const there = unknown.get(key);
        if (there) there.n += 1;
        else unknown.set(key, { answer: content.answers[part.id], n: 1 });
      }
    }
    return {
      part: part.id,
      number: numbers.get(part.id) ?? 0,
      kind: part.kind,
      of: part.points,
      words: plainText(part.prompt),
      right: right.get(part.id) ?? '',
      figures: itemFigures(results),
      answers: answers.get(part.id) ?? null,
      unknown: [...unknown]
        .map(([words, { answer, n }]) => ({ words, answer, n }))
        .sort((a, b) => b.n - a.n)
        .slice(0, MOST_UNKNOWN),
      toRead,
    };
  });
  return {
    step: stepId,
    title: step.title,
    assignment: { id: assignment.id, title: assignment.title },
    class: at,
    rules: { purpose: rules.purpose, limit: rules.limit, working: rules.working, names: rules.names },
    word: base.word ?? rules.startWord,
    count: askedCount(set),
    points: mostPoints(set),
    people: watched(named, attempts, { frozen, extras: base.extras, late: base.late, reasons: base.reasons }, now),
    answered: given.length,
    parts,
    unsaid: unsaidIn(set),
    rubric: base.rubric,
    keptRemarks: base.kept,
  };
}

export type AnswersView = NonNullable<Awaited<ReturnType<typeof answersScreen>>>;
