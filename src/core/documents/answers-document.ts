import * as Y from 'yjs';
import type { AnswersContent } from '../kinds/document/answers';
import { wellFormed } from '../text/well-formed';
import { ANSWER_TEXT, answersMap, answerText, loopsMap } from './answers-fields';

/** No answer of any kind is deeper: what is, is none. */
const DEEPEST = 3;

/** Text that can be kept, in whatever was stored. */
function kept(value: unknown, depth = 0): unknown {
  if (typeof value === 'string') return wellFormed(value);
  if (typeof value !== 'object' || value === null || depth > DEEPEST) return typeof value === 'object' ? null : value;
  if (Array.isArray(value)) return value.map((inner) => kept(inner, depth + 1));
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [wellFormed(key), kept(inner, depth + 1)]));
}

/** What was answered so far. */
export function readAnswers(ydoc: Y.Doc): AnswersContent {
  const answers: Record<string, unknown> = {};
  for (const [part, answer] of answersMap(ydoc))
    answers[wellFormed(part)] = kept(answer instanceof Y.AbstractType ? null : answer);
  for (const name of [...ydoc.share.keys()]) {
    if (!name.startsWith(ANSWER_TEXT)) continue;
    const text = wellFormed(ydoc.getText(name).toString());
    if (text !== '') answers[wellFormed(name.slice(ANSWER_TEXT.length))] = text;
  }
  return {
    paper: [],
    answers,
    words: {},
    loops: [...loopsMap(ydoc)].flatMap(([id, tied]) => (tied === true ? [wellFormed(id)] : [])),
  };
}

/** The first update of new answers: what is there to begin with. */
export function firstAnswers({ answers, loops }: AnswersContent, written: ReadonlySet<string> = new Set()): Uint8Array {
  const ydoc = new Y.Doc();
  for (const [part, answer] of Object.entries(answers)) {
    if (written.has(part) && typeof answer === 'string') answerText(ydoc, part).insert(0, answer);
    else answersMap(ydoc).set(part, answer);
  }
  for (const id of loops) loopsMap(ydoc).set(id, true);
  // Without anything in it a document would have no update, and nobody could join it.
  ydoc.getMap('made').set('made', true);
  const update = Y.encodeStateAsUpdate(ydoc);
  ydoc.destroy();
  return update;
}
