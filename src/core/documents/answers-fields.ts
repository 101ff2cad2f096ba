import type * as Y from 'yjs';

/**
 * How answers lie in their `Y.Doc`: what is chosen in a map under the id of its part, where the last one counts; what is written
 * as a text of its own under it, so that two devices that write at once both keep their words; and what to come back to.
 */
const ANSWERS = 'answers';
const LOOPS = 'loops';
/** What the name of a text begins with. */
export const ANSWER_TEXT = 'text ';

export const answersMap = (ydoc: Y.Doc): Y.Map<unknown> => ydoc.getMap(ANSWERS);
export const loopsMap = (ydoc: Y.Doc): Y.Map<boolean> => ydoc.getMap(LOOPS);
/** The text of an answer in one's own words. */
export const answerText = (ydoc: Y.Doc, part: string): Y.Text => ydoc.getText(`${ANSWER_TEXT}${part}`);
