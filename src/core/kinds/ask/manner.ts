import { FORMULA_MARK, plainText } from '../../text/document-json';
import { contentOf } from '../../text/nodes';
import { type Nothing, present } from './counted';
import type { Asked, AskKind } from './kind';

/** Faults in the words, one by one: only ever advice. */
const faults = (adviser: 'verbs' | 'spelling', find: (asked: Asked) => readonly string[]): AskKind<Nothing> => ({
  range: () => ({ min: 0, max: null }),
  measure: (_settings, asked) => {
    const details = find(asked);
    return { found: details.length, details, problem: details.length > 0 ? 'faults' : 'none' };
  },
  advice: true,
  alwaysBars: false,
  files: () => null,
  adviser,
});

/** Sentences that begin with a capital, end with an end mark and have a verb in them. */
export const wholeSentences = faults('verbs', ({ text, measures }) =>
  measures.faults(text).map(({ sentence }) => sentence.replaceAll(FORMULA_MARK, '…')),
);

export const spelling = faults('spelling', ({ text, measures }) => measures.misspelt(text));

/** A heading above everything else. */
export const title = present(({ doc }) => {
  const first = contentOf(doc).find((block) => plainText(block) !== '');
  return first?.type === 'heading';
});

/** The student's own name, any by which they are known. */
export const name = present(({ doc, names }) => {
  const lower = plainText(doc).toLocaleLowerCase();
  return names.some((one) => lower.includes(one.toLocaleLowerCase()));
});
