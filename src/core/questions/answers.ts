import { isAnswered } from '../kinds/question/answered';
import type { AskedSheet } from './paper';

/** What a person has answered, by part: as a browser sent it. */
export type Answers = Readonly<Record<string, unknown>>;

/** How a question stands: all of it is answered, some of it, or nothing. */
export type SheetState = 'answered' | 'begun' | 'empty';

/** What a part is called among those of its question: a, b, c. */
export const partLetter = (i: number): string => String.fromCharCode(97 + (i % 26));

/** A question with parts is answered when all its parts are. */
export function sheetState({ parts }: AskedSheet, answers: Answers): SheetState {
  const n = parts.filter((part) => Object.hasOwn(answers, part.id) && isAnswered(part, answers[part.id])).length;
  if (n === parts.length) return 'answered';
  return n > 0 || parts.some(({ id }) => Object.hasOwn(answers, id)) ? 'begun' : 'empty';
}
