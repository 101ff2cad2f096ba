import { syllable } from 'syllable';
import { countSentences, countWords } from './counting';
import { type DocNode, prose } from './document-json';

/**
 * Words a minute of silent reading. English: 238 for non-fiction (Brysbaert 2019, "How many words do we
 * read per minute?", Journal of Memory and Language 109, a meta-analysis of 190 studies). Arabic: 138
 * (Trauzettel-Klosinski and Dietz 2012, the IReST study of 17 languages; the figure is from memory). Both
 * are adults' rates; a younger reader takes longer.
 */
const SILENT: Readonly<Record<string, number>> = { en: 238, ar: 138 };
/** Reading aloud in English: 183 words a minute (Brysbaert 2019). */
const ALOUD = 183;
/** What a pupil of eleven reads aloud, as a share of the adult's rate: 146 of 183 (Hasbrouck and Tindal 2017, grade 6, spring, from memory). */
const PUPIL = 146 / ALOUD;

const language = (locale: string): string => locale.split('-')[0]?.toLowerCase() ?? '';

/** About how many minutes a pupil reads at a text of so many words; at least 1 where there is a word at all. */
export function readingMinutes(words: number, locale: string): number {
  if (words === 0) return 0;
  const rate = (SILENT[language(locale)] ?? 238) * PUPIL;
  return Math.max(1, Math.round(words / rate));
}

export interface Counts {
  readonly words: number;
  readonly sentences: number;
  readonly syllables: number;
}

/**
 * Reading ease by Flesch (1948, "A new readability yardstick", Journal of Applied Psychology 32):
 * 206.835 - 1.015 words a sentence - 84.6 syllables a word. About 100 is very easy, 0 very hard; not bounded.
 */
export const fleschEase = ({ words, sentences, syllables }: Counts): number =>
  206.835 - 1.015 * (words / sentences) - 84.6 * (syllables / words);

/**
 * The years of school an English text asks for, by Kincaid et al. (1975, US Navy report 8-75):
 * 0.39 words a sentence + 11.8 syllables a word - 15.59.
 */
export const schoolYears = ({ words, sentences, syllables }: Counts): number =>
  0.39 * (words / sentences) + 11.8 * (syllables / words) - 15.59;

/** How hard a text is, in five steps from Flesch's table ("The Art of Readable Writing", 1949). */
export type Ease = 'very-easy' | 'easy' | 'plain' | 'hard' | 'very-hard';

export function easeOf(score: number): Ease {
  if (score >= 90) return 'very-easy';
  if (score >= 70) return 'easy';
  if (score >= 60) return 'plain';
  return score >= 30 ? 'hard' : 'very-hard';
}

/** No word is longer; what is, is no word. */
const LONGEST_WORD = 60;
const PIECES = /[\p{L}\p{M}]+(?:['’][\p{L}]+)*/gu;

/** The syllables of an English text, word by word; a word without letters has none. */
export function countSyllables(text: string): number {
  let sum = 0;
  for (const [word] of text.matchAll(PIECES)) sum += Math.max(1, syllable(word.slice(0, LONGEST_WORD)));
  return sum;
}

export interface Reading {
  readonly words: number;
  readonly minutes: number;
  /** `null` where no formula for the language is known, or the text is too short to say. */
  readonly ease: Ease | null;
  /** About the age from which it reads well: years of school and five before them. */
  readonly age: number | null;
}

const ENOUGH = 30;

/**
 * How long a text takes and how hard it is. The ease is for English only: the formula's weights are for
 * its syllables. Below 30 words it says nothing.
 */
export function measureReading(doc: DocNode, locale: string): Reading {
  const text = prose(doc);
  const words = countWords(text, locale);
  const minutes = readingMinutes(words, locale);
  if (language(locale) !== 'en' || words < ENOUGH) return { words, minutes, ease: null, age: null };
  const counts = { words, sentences: countSentences(text, locale).sentences, syllables: countSyllables(text) };
  const years = Math.min(13, Math.max(1, Math.round(schoolYears(counts))));
  return { words, minutes, ease: easeOf(fleschEase(counts)), age: years + 5 };
}
