import type { AssignmentId, Instant, PersonId, StepId } from '@/core/ids';
import type { SettingsOf } from '@/core/kinds/step';
import { isVoided } from '@/core/questions/attempt';
import { type ClassAnswer, classAnswers, type PartAnswers } from '@/core/questions/class-answers';
import { lay } from '@/core/questions/paper';
import { partsIn, type QuestionSet } from '@/core/questions/question-set';
import type { Doc } from '@/core/text/nodes';
import { frozenAtStep } from '@/store/answered';
import { attemptsAtStep, type StoredAttempt } from '@/store/attempts';
import { peopleOf } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import type { Person } from '@/store/people';
import { questionSetsAt } from '@/store/question-sets';
import { assignmentOfStep, findAssignment, stepsOf } from '@/store/work';

/** One thing that was chosen or written in the class. */
export interface ShownTogether {
  readonly says: string;
  readonly doc: Doc | null;
  readonly n: number;
  readonly mine: boolean;
  /** Who; nobody where names are not shown. */
  readonly names: readonly string[];
}

/** How the class answered one part, as it is shown. */
export interface ShownAnswers {
  readonly part: string;
  readonly prompt: Doc;
  readonly shown: PartAnswers['shown'];
  readonly answered: number;
  readonly together: readonly ShownTogether[];
}

export interface ClassAnswersView {
  readonly ok: true;
  readonly answered: number;
  readonly of: number;
  readonly lastAt: Instant | null;
  readonly names: boolean;
  readonly parts: readonly ShownAnswers[];
}

/** The newest attempt of each person that has ended and was not voided. */
export function newestOfEach(
  attempts: readonly StoredAttempt[],
  frozen: { readonly has: (id: StoredAttempt['id']) => boolean },
) {
  const newest = new Map<PersonId, StoredAttempt>();
  for (const one of attempts) if (frozen.has(one.id) && !isVoided(one.acts)) newest.set(one.studentId, one);
  return newest;
}

/** What a choice says, where what was chosen is one; for everything else its own words. */
function saysOf(set: QuestionSet, part: string, says: string): Doc | null {
  const asked = partsIn(set).find(({ id }) => id === part)?.set;
  return asked && 'choices' in asked ? (asked.choices.find(({ id }) => id === says)?.says ?? null) : null;
}

/** How a class answered, with what is one's own marked. @param viewer `null` for a teacher, who sees all names */
export function shownAnswers(
  set: QuestionSet,
  given: readonly ClassAnswer[],
  viewer: PersonId | null,
  nameOf: (person: string) => string | null,
): readonly ShownAnswers[] {
  const prompts = new Map(lay(set, 'class').paper.flatMap(({ parts }) => parts.map(({ id, prompt }) => [id, prompt])));
  return classAnswers(partsIn(set), given).map(({ part, shown, answered, together }) => ({
    part,
    prompt: prompts.get(part) ?? partsIn(set).find(({ id }) => id === part)?.prompt ?? { type: 'doc', content: [] },
    shown,
    answered,
    together: together.map(({ says, n, people }) => ({
      says,
      doc: saysOf(set, part, says),
      n,
      mine: viewer !== null && people.includes(viewer),
      names: people.flatMap((person) => nameOf(person) ?? []),
    })),
  }));
}

/** How the class answered, for one who has answered. */
export async function classAnswersFor(
  db: Queryable,
  student: Person,
  stepId: StepId,
): Promise<ClassAnswersView | { readonly ok: false; readonly code: 'answer-first' | 'not-shown' }> {
  const assignmentId = (await assignmentOfStep(db, stepId)) as AssignmentId;
  const first = await readTogether(db, { assignment: findAssignment(assignmentId), steps: stepsOf(assignmentId) });
  const step = first.steps.find(({ id }) => id === stepId);
  const rules = step?.settings as SettingsOf<'questions'> | undefined;
  if (!first.assignment || !rules?.classAnswers) return { ok: false, code: 'not-shown' };
  const { attempts, frozen, sets, people } = await readTogether(db, {
    attempts: attemptsAtStep(stepId),
    frozen: frozenAtStep(stepId),
    sets: questionSetsAt(stepId),
    people: peopleOf(first.assignment.classId, 'student'),
  });
  const newest = newestOfEach(attempts, frozen);
  const set = [...sets.values()].at(-1);
  if (!set || !newest.has(student.id)) return { ok: false, code: 'answer-first' };
  const here = people.filter(({ id }) => newest.has(id));
  const given = here.flatMap(({ id }): ClassAnswer[] => {
    const found = frozen.get((newest.get(id) as StoredAttempt).id);
    return found ? [{ person: id, answers: found.content.answers }] : [];
  });
  const nameOf = (person: string) => (rules.names ? (people.find(({ id }) => id === person)?.name ?? null) : null);
  const times = [...newest.values()].flatMap(({ id }) => frozen.get(id)?.at ?? []);
  return {
    ok: true,
    answered: given.length,
    of: people.length,
    lastAt: times.length === 0 ? null : Math.max(...times),
    names: rules.names,
    parts: shownAnswers(set, given, student.id, nameOf),
  };
}
