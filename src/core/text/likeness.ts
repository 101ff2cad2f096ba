import { doubleMetaphone } from 'double-metaphone';
import { distance } from './distance';

/**
 * How much each unlikeness counts: a letter, a word that is written as it is heard, a sound, how seldom the word is used,
 * another first letter, a name. Chosen by hand; measured on a published list in the test.
 */
const WEIGHTS = { letters: 1, heard: 0.5, sounds: 0.9, seldom: 2.2, first: 0.6, named: 2 } as const;

/** Further away than so many letters, words that sound otherwise too are no candidates. */
const MOST_LETTERS = 2;

/**
 * A word as somebody would write it who writes what is heard: no letter twice, no silent e, `igh` as `i`, `ph` as `f`, the
 * ending of `called` as in `cald`. Common practice of those who teach spelling, without a source.
 */
const asHeard = (word: string): string =>
  word
    .replace(/igh/gu, 'i')
    .replace(/ph/gu, 'f')
    .replace(/ck/gu, 'k')
    .replace(/(?<=[a-z]{2})ed$/u, 'd')
    .replace(/(?<=[^aeiou])e$/u, '')
    .replace(/(.)\1/gu, '$1');

/** Which letters are in a word, a bit each. */
function lettersIn(word: string): number {
  let letters = 0;
  for (let i = 0; i < word.length; i += 1) letters |= 1 << (word.charCodeAt(i) & 31);
  return letters;
}

/** How many bits are set. */
function bits(value: number): number {
  let count = 0;
  for (let rest = value; rest !== 0; rest &= rest - 1) count += 1;
  return count;
}

interface Usual {
  readonly word: string;
  readonly letters: number;
  readonly codes: readonly [string, string];
}

/** What may have been meant by a misspelt word, by likeness in letters and sound and by how usual it is. */
export class Likeness {
  readonly #ranks = new Map<string, number>();
  #usual: readonly Usual[] | null = null;

  /** @param words the usual words of the language, the most frequent first; none where none are known */
  constructor(private readonly words: readonly string[]) {
    for (const [rank, word] of words.entries()) {
      if (!this.#ranks.has(word)) this.#ranks.set(word, rank);
    }
  }

  /** How seldom a word is used: 0 for the most frequent, 1 for what is not among the usual. A British spelling counts as its American one. */
  seldom(word: string): number {
    const small = word.toLowerCase();
    const other = small
      .replace(/our(?=$|[a-z])/u, 'or')
      .replace(/is(?=e|ing|ed|ation)/u, 'iz')
      .replace(/re$/u, 'er');
    const rank = this.#ranks.get(word) ?? this.#ranks.get(small) ?? this.#ranks.get(other);
    return rank === undefined ? 1 : Math.log(rank + 1) / Math.log(this.words.length + 1);
  }

  /**
   * Candidates in the order of likeness, the likeliest first: those that are given, and usual words that sound the same or
   * are at most two letters away.
   *
   * @param taken says whether a word is one of the dictionary
   */
  ranked(word: string, given: readonly string[], taken: (candidate: string) => boolean): readonly string[] {
    const small = word.toLowerCase();
    const codes = doubleMetaphone(small);
    const heard = asHeard(small);
    const letters = lettersIn(small);
    const alike = this.#all().filter(({ word: one, codes: own, letters: others }) => {
      if (Math.abs(one.length - small.length) > 3) return false;
      const sounds = own[0] === codes[0] || own[0] === codes[1];
      // Two slips change four letters at most: of most words nothing more need be looked at.
      if (!sounds && bits(letters ^ others) > 2 * MOST_LETTERS) return false;
      return distance(small, one.toLowerCase(), sounds ? 4 : MOST_LETTERS) <= (sounds ? 4 : MOST_LETTERS);
    });
    const candidates = new Set([...given, ...alike.map((one) => one.word).filter((one) => one !== word && taken(one))]);
    // A name is meant where one was begun, and else only where nothing else is like it.
    const named = (candidate: string) => (/^\p{Lu}/u.test(candidate) && !/^\p{Lu}/u.test(word) ? 1 : 0);
    const score = (candidate: string): number => {
      const like = candidate.toLowerCase();
      const [sound] = doubleMetaphone(like);
      return (
        WEIGHTS.letters * Math.min(distance(small, like), WEIGHTS.heard + distance(heard, asHeard(like))) +
        WEIGHTS.sounds * distance(codes[0], sound) +
        WEIGHTS.seldom * this.seldom(candidate) +
        WEIGHTS.first * (like[0] === small[0] ? 0 : 1) +
        WEIGHTS.named * named(candidate)
      );
    };
    return [...candidates]
      .map((candidate) => [candidate, score(candidate)] as const)
      .sort((a, b) => a[1] - b[1])
      .map(([candidate]) => candidate);
  }

  #all(): readonly Usual[] {
    this.#usual ??= this.words.map((word) => ({
      word,
      letters: lettersIn(word.toLowerCase()),
      codes: doubleMetaphone(word),
    }));
    return this.#usual;
  }
}
