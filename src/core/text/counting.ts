import { shortParts } from './short-parts';

/**
 * Words and sentences by the boundary rules of Unicode UAX #29, through the runtime's `Intl.Segmenter`.
 * A word is a segment that holds a letter, a digit or an ideograph; a sentence is a segment with at
 * least one word in it.
 */
/** Sentences are looked for in parts of this length: long enough that nobody's paragraph is cut. */
const LONGEST_SENTENCES = 8000;

const segmenters = new Map<string, Intl.Segmenter>();

function segmenter(locale: string, granularity: 'word' | 'sentence'): Intl.Segmenter {
  const key = `${granularity} ${locale}`;
  let found = segmenters.get(key);
  if (!found) {
    found = new Intl.Segmenter(locale, { granularity });
    segmenters.set(key, found);
  }
  return found;
}

/**
 * The lines of a text. A line break ends every word and every sentence (UAX #29, WB3b and SB4). The segmenter takes
 * much longer than twice as long over a text twice as long, so that lines without an end are cut before it sees them.
 */
const lines = (text: string): readonly string[] => text.split('\n');

/** How many words a text has. */
export function countWords(text: string, locale: string): number {
  let words = 0;
  for (const part of lines(text).flatMap((line) => shortParts(line))) {
    for (const segment of segmenter(locale, 'word').segment(part)) if (segment.isWordLike) words += 1;
  }
  return words;
}

const HAS_WORD = /[\p{L}\p{N}]/u;
/** A full stop, question or exclamation mark of any script, with closing quotes or brackets after it. */
const END_MARK = /[\p{Sentence_Terminal}…][\p{Pe}\p{Pf}\p{Pi}"'\s]*$/u;

export interface SentenceCount {
  readonly sentences: number;
  /** Does the last sentence still lack its end mark? False for an empty text. */
  readonly openEnd: boolean;
}

/**
 * A full stop after a whole word, then a small letter: by UAX #29 (SB8) no end of a sentence, since a stop
 * may close an abbreviation. Learners forget capitals more often than they abbreviate, so it is taken as one,
 * a tailoring that the annex leaves open (section 5).
 */
const FORGOTTEN_CAPITAL = /(?<=\p{L}{3}\.["'”’»)]{0,3})\s+(?=["'“‘«(]?\p{Ll})/u;
const ABBREVIATED = /(?:^|[^\p{L}])(?:etc|approx|dept|misc|min|max|fig|vol|est|incl|resp|viz)\.["'”’»)]*$/iu;

/** A segment cut where a capital was forgotten. */
function cut(segment: string): readonly string[] {
  const parts: string[] = [];
  for (const part of segment.split(FORGOTTEN_CAPITAL)) {
    const before = parts.at(-1);
    if (before !== undefined && ABBREVIATED.test(before)) parts[parts.length - 1] = `${before} ${part}`;
    else parts.push(part);
  }
  return parts;
}

/** The sentences of a text in order, and whether each has its end mark. A line break ends a sentence. */
export function sentencesOf(
  text: string,
  locale: string,
): readonly { readonly text: string; readonly ended: boolean }[] {
  return lines(text)
    .flatMap((line) => shortParts(line, LONGEST_SENTENCES))
    .flatMap((part) =>
      [...segmenter(locale, 'sentence').segment(part)]
        .flatMap(({ segment }) => cut(segment))
        .filter((sentence) => HAS_WORD.test(sentence))
        .map((sentence) => ({ text: sentence.trim(), ended: END_MARK.test(sentence) })),
    );
}

/** How many sentences a text has, and whether the last one is finished. A line break ends a sentence. */
export function countSentences(text: string, locale: string): SentenceCount {
  const found = sentencesOf(text, locale);
  return { sentences: found.length, openEnd: found.at(-1)?.ended === false };
}

/** The boundaries of a text as offsets in UTF-16 units, the end included: for checks against UAX #29. */
export function boundaries(text: string, granularity: 'word' | 'sentence', locale = 'en'): readonly number[] {
  const offsets: number[] = [];
  for (const { index, segment } of segmenter(locale, granularity).segment(text)) offsets.push(index + segment.length);
  return offsets;
}
