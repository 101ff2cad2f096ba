import { countSentences, countWords, type SentenceCount, sentencesOf } from '../text/counting';

/** What the ready check asks of others: each may be missing where a language has none. */
export interface Advisers {
  /** The words of a text that are not in the dictionary, each once. */
  readonly misspelt?: (text: string) => readonly string[];
  /** Whether a sentence has a verb in it. */
  readonly hasVerb?: (sentence: string) => boolean;
}

/** One sentence and what it lacks. */
export interface SentenceFault {
  readonly sentence: string;
  readonly capital: boolean;
  readonly endMark: boolean;
  readonly verb: boolean;
}

/**
 * Scripts that tell capital letters from small ones; in others a beginning is never wrong. Nor is it where a
 * sentence begins with a formula (`FORMULA_MARK`).
 */
const SMALL_BEGINNING = /^[^\p{L}\p{N}\u{fffc}]*\p{Ll}/u;

/**
 * The measures that the ready check takes of a text, line by line. A line that was measured before is not
 * measured again: after a change in one answer, only the lines of that answer are looked at. One is kept
 * for as long as a document is open; lines that were not asked for in a whole round are forgotten.
 */
export class Measures {
  #fresh = new Map<string, unknown>();
  #old = new Map<string, unknown>();
  /** How many lines have been measured so far, for every measure: what a round cost. */
  taken = 0;

  constructor(
    readonly locale: string,
    private readonly advisers: Advisers = {},
  ) {}

  /** Begins a round: what the last one did not ask for is forgotten. */
  begin(): void {
    this.#old = this.#fresh;
    this.#fresh = new Map();
  }

  #of<Value>(measure: string, line: string, take: (line: string) => Value): Value {
    const key = `${measure}\n${line}`;
    if (this.#fresh.has(key)) return this.#fresh.get(key) as Value;
    const known = this.#old.has(key);
    const value = known ? (this.#old.get(key) as Value) : take(line);
    if (!known) this.taken += 1;
    this.#fresh.set(key, value);
    return value;
  }

  /** A line break ends every word and sentence (UAX #29), so what is counted by lines adds up to the whole. */
  words(text: string): number {
    let sum = 0;
    for (const line of text.split('\n')) sum += this.#of('words', line, (one) => countWords(one, this.locale));
    return sum;
  }

  sentences(text: string): SentenceCount {
    let sum: SentenceCount = { sentences: 0, openEnd: false };
    for (const line of text.split('\n')) {
      const { sentences, openEnd } = this.#of('sentences', line, (one) => countSentences(one, this.locale));
      if (sentences > 0) sum = { sentences: sum.sentences + sentences, openEnd };
    }
    return sum;
  }

  faults(text: string): readonly SentenceFault[] {
    const { hasVerb } = this.advisers;
    return text.split('\n').flatMap((line) =>
      this.#of('faults', line, (one) =>
        sentencesOf(one, this.locale)
          .map(({ text: sentence, ended }) => ({
            sentence,
            capital: !SMALL_BEGINNING.test(sentence),
            endMark: ended,
            verb: hasVerb?.(sentence) ?? true,
          }))
          .filter(({ capital, endMark, verb }) => !(capital && endMark && verb)),
      ),
    );
  }

  misspelt(text: string): readonly string[] {
    const { misspelt } = this.advisers;
    if (!misspelt) return [];
    return [...new Set(text.split('\n').flatMap((line) => [...this.#of('misspelt', line, misspelt)]))];
  }
}
