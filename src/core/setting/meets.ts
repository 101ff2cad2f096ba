import type { StepName } from '../kinds/step';
import { askedCount, questionsIn } from '../questions/question-set';
import { placesOf } from './answered-places';
import type { AssignmentDraft, DraftStep } from './draft';

/** Some steps of one kind, as a student meets them. */
export interface MetSteps {
  readonly kind: StepName;
  /** How many there are. */
  readonly n: number;
  /** Answer places in them. */
  readonly places: number;
  /** Questions that one person is asked in them. */
  readonly questions: number;
}

/** The step with an id, or in which a question or a part of one has it. */
export const stepWith = ({ steps }: Pick<AssignmentDraft, 'steps'>, id: string | null): DraftStep | undefined =>
  steps.find(
    (step) =>
      step.id === id ||
      (step.questions &&
        questionsIn(step.questions).some((one) => one.id === id || one.parts.some((part) => part.id === id))),
  );

/** What a student meets in some work, steps of a kind together, in the order in which each comes first. */
export function metSteps({ steps }: Pick<AssignmentDraft, 'steps'>): readonly MetSteps[] {
  const met = new Map<StepName, MetSteps>();
  for (const step of steps) {
    const { kind, questions } = step;
    const before = met.get(kind);
    const places = placesOf(step).length;
    met.set(kind, {
      kind,
      n: (before?.n ?? 0) + 1,
      places: (before?.places ?? 0) + places,
      questions: (before?.questions ?? 0) + (questions ? askedCount(questions) : 0),
    });
  }
  return [...met.values()];
}
