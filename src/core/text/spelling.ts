import nspell from 'nspell';

/** The kinds of English that can be checked. */
export const VARIETIES = ['en-GB', 'en-US'] as const;
export type Variety = (typeof VARIETIES)[number];

/** A word that is not in the dictionary, and where it stands: offsets in UTF-16 units. */
export interface Misspelling {
  readonly word: string;
  readonly from: number;
  readonly to: number;
}

export interface Speller {
  readonly misspellings: (text: string) => readonly Misspelling[];
  /** What may have been meant, the likeliest first. */
  readonly suggest: (word: string) => readonly string[];
  /** Takes a word from now on. */
  readonly learn: (word: string) => void;
  /** Lets a word go that was taken, and judges it by the dictionary again. */
  readonly forget: (word: string) => void;
}

/** Addresses, and names of files: nobody spells those. */
const NO_WORDS = /\b(?:https?:\/\/|www\.)\S+|\S+@\S+\.\S+|\b[\w-]+\.(?:pdf|docx|odt|txt|png|jpe?g|mp[34])\b/giu;
/** Words of the Latin script only; a word with a digit in it is a name or a measure. */
const LATIN_WORD = /^[\p{Script=Latin}\p{M}'’]+$/u;
const MOST_SUGGESTIONS = 6;

const segmenter = new Intl.Segmenter('en', { granularity: 'word' });

/** The words of a text that a dictionary of English can judge, and where they stand. */
export function wordsToSpell(text: string): readonly Misspelling[] {
  const masked = text.replace(NO_WORDS, (found) => ' '.repeat(found.length));
  const words: Misspelling[] = [];
  for (const { segment, index, isWordLike } of segmenter.segment(masked)) {
    if (!isWordLike || !LATIN_WORD.test(segment)) continue;
    words.push({ word: segment.replaceAll('’', "'"), from: index, to: index + segment.length });
  }
  return words;
}

/**
 * A speller over a dictionary in the format of Hunspell.
 *
 * @param aff the affix file, as text
 * @param dic the word list, as text
 * @param own words that are taken besides
 */
export function makeSpeller(aff: string, dic: string, own: Iterable<string> = []): Speller {
  const spell = nspell({ aff, dic });
  for (const word of own) spell.add(word);
  const known = new Map<string, boolean>();
  const correct = (word: string): boolean => {
    let verdict = known.get(word);
    if (verdict === undefined) {
      verdict = spell.correct(word);
      known.set(word, verdict);
    }
    return verdict;
  };
  return {
    misspellings: (text) => wordsToSpell(text).filter(({ word }) => !correct(word)),
    suggest: (word) => spell.suggest(word).slice(0, MOST_SUGGESTIONS),
    learn: (word) => {
      spell.add(word);
      known.clear();
    },
    forget: (word) => {
      // The package has it, its types do not.
      (spell as unknown as { remove: (word: string) => void }).remove(word);
      known.clear();
    },
  };
}
