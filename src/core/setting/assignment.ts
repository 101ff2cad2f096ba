import type { AssignmentId, PersonId } from '../ids';
import { type Ask, rangeOf } from '../kinds/ask';
import { asksQuestions, isGivenSheets, showsMaterial } from '../kinds/step';
import { settled } from '../kinds/step/settings';
import type { Criterion } from '../marks/rubric';
import { mostPoints, questionSetUnmet, type SetUnmet } from '../questions/question-set';
import { rulesUnmet } from '../questions/rules';
import { storedRules } from '../questions/stored-rules';
import { plainText } from '../text/document-json';
import { followsDue, lossIn } from '../work/rules';
import { placesOf } from './answered-places';
import { type AssignmentDraft, type DraftStep, isTooMuch } from './draft';
import { times, titled, type Unmet, whole } from './unmet';

/** What there is in the class that an assignment can name. */
export interface KnownInClass {
  readonly units: ReadonlySet<string>;
  readonly materials: ReadonlySet<string>;
  /** The other assignments of the class, each with what it waits for. */
  readonly assignments: ReadonlyMap<AssignmentId, readonly AssignmentId[]>;
  readonly students: ReadonlySet<PersonId>;
}

/** What keeps an assignment from being posted, by the part of it that has to be mended. */
export type AssignmentUnmet = Unmet<
  | 'no-title'
  | 'too-long'
  | 'too-much'
  | 'unknown-unit'
  | 'closes-before-opens'
  | 'due-before-opens'
  | 'closes-before-due'
  | 'late-without-due'
  | 'no-number'
  | 'no-steps'
  | 'no-material'
  | 'no-sheets'
  | 'unknown-material'
  | 'settings'
  | 'same-id'
  | 'unknown-place'
  | 'empty-range'
  | 'rubric-sum'
  | 'levels'
  | 'unknown-assignment'
  | 'waits-in-a-circle'
  | 'unknown-student'
  | 'twice-in-groups'
  | 'twice-arranged'
  | 'nobody'
  | SetUnmet
>;

type Kept = AssignmentUnmet['code'];

/** More than a month of minutes is a slip of the finger. */
const MOST_MINUTES = 60 * 24 * 31;

function stepUnmet(step: DraftStep, known: KnownInClass): Kept[] {
  const found: Kept[] = [...titled(step.title), ...whole(step.minutes, 0, MOST_MINUTES)];
  if (showsMaterial(step.kind)) {
    if (step.material === null) {
      // A text that is written here is as good as a material.
      if (step.starter === null || plainText(step.starter) === '') found.push('no-material');
    } else if (!known.materials.has(step.material)) found.push('unknown-material');
  }
  if (isGivenSheets(step.kind) && (step.sheets?.sheets.length ?? 0) === 0) found.push('no-sheets');
  if (settled(step.kind, step.settings) === null) found.push('settings');
  return found;
}

/** What is wrong with what is asked in a step, question by question, and with its rules. */
function askedUnmet({ id, kind, questions, settings }: DraftStep): { readonly id: string; readonly code: Kept }[] {
  if (!asksQuestions(kind)) return [];
  if (!questions) return [{ id, code: 'no-questions' }];
  const rules = storedRules.safeParse(settings);
  return [
    ...questionSetUnmet(questions).map((unmet) => ({ id: unmet.id ?? id, code: unmet.code })),
    ...(rules.success && rulesUnmet(rules.data).length > 0 ? [{ id, code: 'settings' as const }] : []),
  ];
}

/** What all questions of an assignment are worth together. */
export const askedPoints = (steps: readonly DraftStep[]): number =>
  steps.reduce((sum, { kind, questions }) => sum + (asksQuestions(kind) && questions ? mostPoints(questions) : 0), 0);

/** The places in which something is answered, in the starters of all steps: only there something can be asked for. */
function placesIn(steps: readonly DraftStep[]): ReadonlySet<string> {
  return new Set(steps.flatMap((step) => placesOf(step).map(({ id }) => id)));
}

function askUnmet(ask: Ask, places: ReadonlySet<string>): Kept[] {
  const { min, max } = rangeOf(ask);
  const found: Kept[] = max !== null && max < min ? ['empty-range'] : [];
  if (ask.place !== null && !places.has(ask.place)) found.push('unknown-place');
  return found;
}

function criterionUnmet({ title, points, levels }: Criterion): Kept[] {
  const fits = levels.every((level) => level.points >= 0 && level.points <= points && level.title.trim() !== '');
  return [...titled(title), ...(points > 0 ? [] : (['no-number'] as const)), ...(fits ? [] : (['levels'] as const))];
}

/** Would an assignment wait for itself, through whatever it waits for? */
function isCircle(own: AssignmentId, after: readonly AssignmentId[], known: KnownInClass): boolean {
  const seen = new Set<AssignmentId>();
  const open = [...after];
  for (let next = open.pop(); next; next = open.pop()) {
    if (next === own) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    open.push(...(known.assignments.get(next) ?? []));
  }
  return false;
}

const repeated = <Value>(values: readonly Value[]): boolean => new Set(values).size < values.length;

/**
 * What is still missing before an assignment can be posted, in the order in which it is written; none of it where it can.
 *
 * @param own under which id it is or will be posted
 */
export function assignmentUnmet(
  draft: AssignmentDraft,
  own: AssignmentId,
  known: KnownInClass,
): readonly AssignmentUnmet[] {
  if (isTooMuch(draft)) return [{ part: 'steps', id: null, code: 'too-much' }];
  const unmet: AssignmentUnmet[] = [];
  const at = (part: AssignmentUnmet['part'], codes: readonly Kept[], id: string | null = null) => {
    for (const code of codes) unmet.push({ part, id, code });
  };
  const { points, goes, steps, asks, rubric, after, groups, only, arranged } = draft;
  at('title', titled(draft.title));
  if (draft.unit !== null && !known.units.has(draft.unit)) at('unit', ['unknown-unit']);
  at('times', times(draft));
  const loss = lossIn(draft.late);
  if (followsDue(draft.late) && draft.dueAt === null) at('late', ['late-without-due']);
  if (loss && !(loss.points > 0 && loss.floor >= 0)) at('late', ['no-number']);
  at('minutes', whole(draft.minutes, 1, MOST_MINUTES));
  if (points !== null && !(points > 0 && points <= 10_000)) at('points', ['no-number']);
  if (goes !== null) at('goes', whole(goes, 1, 1000));
  if (steps.length === 0) at('steps', ['no-steps']);
  for (const step of steps) {
    at('steps', stepUnmet(step, known), step.id);
    for (const { id, code } of askedUnmet(step)) at('steps', [code], id);
  }
  const places = placesIn(steps);
  for (const ask of asks) at('asks', askUnmet(ask, places), ask.id);
  for (const criterion of rubric) at('rubric', criterionUnmet(criterion), criterion.id);
  // Common practice: rubric and questions share out the points of the assignment, no more and no fewer.
  const asked = askedPoints(steps);
  const sum = rubric.reduce((all, criterion) => all + criterion.points, 0) + asked;
  if ((rubric.length > 0 || (asked > 0 && points !== null)) && Math.abs(sum - (points ?? 0)) > 1e-6)
    at('rubric', ['rubric-sum']);
  if (after.some((one) => one !== own && !known.assignments.has(one))) at('after', ['unknown-assignment']);
  else if (isCircle(own, after, known)) at('after', ['waits-in-a-circle']);
  const together = groups.flat();
  if (together.some((one) => !known.students.has(one))) at('groups', ['unknown-student']);
  if (repeated(together)) at('groups', ['twice-in-groups']);
  const alone = arranged.map(({ student }) => student);
  if ([...only, ...alone].some((one) => !known.students.has(one))) at('for', ['unknown-student']);
  if (repeated(alone)) at('for', ['twice-arranged']);
  const excused = new Set(arranged.filter(({ minutes }) => minutes === null).map(({ student }) => student));
  if (only.length > 0 && only.every((one) => excused.has(one))) at('for', ['nobody']);
  for (const { minutes } of arranged) if (minutes !== null) at('for', whole(minutes, 1, MOST_MINUTES * 12));
  for (const part of ['steps', 'asks', 'rubric'] as const)
    if (repeated(draft[part].map(({ id }) => id))) at(part, ['same-id']);
  return unmet;
}
