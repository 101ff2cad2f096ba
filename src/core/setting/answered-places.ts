import { documentKind } from '../kinds/document';
import { unwritten } from '../kinds/document/pages';
import { startOf } from '../kinds/step/starting';
import { type AnswerPlace, answerPlaces } from '../text/document-json';
import type { DraftStep } from './draft';

type Opened = Pick<DraftStep, 'kind' | 'starter' | 'sheets'>;

/** What a document of a step begins with, as it is kept once it is posted. */
export const starterIn = ({ starter, sheets }: Opened): unknown => (sheets ? unwritten(sheets) : starter);

/** The places that are answered in a step: those of its starter, and the boxes of its sheets. */
export function placesOf(step: Opened): readonly AnswerPlace[] {
  const start = startOf({ kind: step.kind, starter: starterIn(step) });
  if (start === null) return [];
  const of = documentKind(start.kind);
  return answerPlaces(of.measured(of.prepared(start.content).content));
}
