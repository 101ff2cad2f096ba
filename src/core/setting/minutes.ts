import { wordsAsked } from '../kinds/ask';
import type { MaterialKind } from '../kinds/material';
import { documentFor } from '../kinds/step';
import { proposedMinutes } from '../kinds/step/settings';
import { askedCount } from '../questions/question-set';
import { prose } from '../text/document-json';
import { placesOf } from './answered-places';
import type { AssignmentDraft, DraftStep } from './draft';

/** What is known of a material when its step is set. */
export interface KnownMaterial {
  readonly id: string;
  readonly title: string;
  readonly kind: MaterialKind;
  /** How long it takes, in minutes, as its teacher has said. */
  readonly minutes: number;
}

const wordsIn = (text: string): number => text.split(/\s+/u).filter(Boolean).length;

/**
 * How long a step takes, as it is usually reckoned (common practice): two minutes a page of 250 words that is read, five for an
 * answer, a minute and a half a question. So ten pages and five answers are 45 minutes.
 *
 * @returns whole minutes
 */
export function minutesOf(
  step: DraftStep,
  { asks }: Pick<AssignmentDraft, 'asks'>,
  materials: ReadonlyMap<string, KnownMaterial>,
): number {
  const { kind, settings, starter, questions, material } = step;
  const places = placesOf(step);
  const own = new Set(places.map(({ id }) => id));
  const asked = asks.filter(({ place }) => place === null || own.has(place)).map(wordsAsked);
  return Math.ceil(
    proposedMinutes(kind, settings, {
      words: starter && documentFor(kind) === null ? wordsIn(prose(starter)) : 0,
      material: (material === null ? undefined : materials.get(material)?.minutes) ?? 0,
      places: places.length,
      wordsAsked: asked.reduce((sum, n) => sum + n, 0),
      questions: questions ? askedCount(questions) : 0,
    }),
  );
}

/** How long the steps of an assignment take together, to the next five minutes; less than ten as they are. */
export function minutesTogether(steps: readonly Pick<DraftStep, 'minutes'>[]): number {
  const sum = steps.reduce((all, { minutes }) => all + Math.max(0, minutes), 0);
  return sum < 10 ? sum : Math.ceil(sum / 5) * 5;
}
