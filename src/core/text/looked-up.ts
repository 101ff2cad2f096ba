import { trimmedEnd, trimmedStart } from './trimmed';

const LONGEST = 40;
const MOST_WORDS = 3;
const LETTERS = /^\p{Script=Latin}[\p{Script=Latin}\p{M}'’-]*$/u;
const AROUND = /[\s\p{P}\p{S}]/u;

/**
 * The word that a lexicon of English is asked for when a stretch of a text is selected: without what stands around it,
 * and up to three words that belong together. `null` for whatever is no word.
 */
export function lookedUp(selected: string): string | null {
  // More than a few letters was selected for something else; it is not looked through.
  if (selected.length > 2 * LONGEST) return null;
  const words = trimmedEnd(trimmedStart(selected, AROUND), AROUND).split(/\s+/);
  const word = words.join(' ');
  if (words.length > MOST_WORDS || word.length > LONGEST) return null;
  return words.every((one) => LETTERS.test(one)) && /\p{L}{2}|^[aAI]$/u.test(word) ? word : null;
}
