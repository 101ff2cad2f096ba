import { answerWords } from '@/core/kinds/question';
import type { Laid } from '@/core/questions/paper';
import type { QuestionSet } from '@/core/questions/question-set';
import { told } from '@/core/questions/scoring';
import type { Doc } from '@/core/text/nodes';

/** What is said of a part once it may be. */
export interface ToldPart {
  readonly part: string;
  /** An answer that is right, as its kind has it; `null` where there is none. */
  readonly right: unknown;
  /** The same in words. */
  readonly words: string;
  readonly why: Doc | null;
}

/** Signs for true and false that need no language. */
export const SIGNS = { yes: '✓', no: '✗' } as const;

/** What is right in what somebody was asked, in words. */
export function toldParts(set: QuestionSet, laid: Laid): readonly ToldPart[] {
  const asked = new Map(laid.paper.flatMap(({ parts }) => parts.map((part) => [part.id, part])));
  return told(set, laid).map(({ part, right, why }) => {
    const found = asked.get(part);
    return { part, right, why, words: found && right !== null ? answerWords(found, right, SIGNS) : '' };
  });
}
