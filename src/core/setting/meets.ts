import { documentFor, type StepName } from '../kinds/step';
import { askedCount } from '../questions/question-set';
import { answerPlaces } from '../text/document-json';
import type { AssignmentDraft } from './draft';

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

/** What a student meets in some work, steps of a kind together, in the order in which each comes first. */
export function metSteps({ steps }: Pick<AssignmentDraft, 'steps'>): readonly MetSteps[] {
  const met = new Map<StepName, MetSteps>();
  for (const { kind, starter, questions } of steps) {
    const before = met.get(kind);
    const places = documentFor(kind) !== null && starter ? answerPlaces(starter).length : 0;
    met.set(kind, {
      kind,
      n: (before?.n ?? 0) + 1,
      places: (before?.places ?? 0) + places,
      questions: (before?.questions ?? 0) + (questions ? askedCount(questions) : 0),
    });
  }
  return [...met.values()];
}
