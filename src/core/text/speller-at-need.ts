import { Likeness } from './likeness';
import { type Misspelling, makeSpeller, type Speller, type Variety, wordsToSpell } from './spelling';

/** Where the parts of a dictionary are read from. */
export interface DictionarySource {
  /** The affix file and the word list, as texts. Rejects where they cannot be had now. */
  readonly dictionary: (variety: Variety) => Promise<readonly [aff: string, dic: string]>;
  /** The usual words of the language, the most frequent first. Rejects where they cannot be had now. */
  readonly usual: () => Promise<readonly string[]>;
}

/** One that could not be had is not asked for again before this, in milliseconds: every word that is typed needs it. */
const AGAIN = 10_000;

/**
 * A speller that reads its dictionary when there are words to spell, and not before: fifty thousand words take a small
 * machine a second, and much of what is opened is only read.
 */
export class SpellerAtNeed {
  #ready: Speller | null = null;
  #coming = false;
  #notBefore = 0;
  #likeness: Promise<Likeness> | null = null;

  /**
   * @param own words that are taken besides
   * @param begun told once the dictionary is there
   * @param failed told why it could not be had; it is read again when it is needed after a while
   * @param now the time, in milliseconds
   */
  constructor(
    private readonly source: DictionarySource,
    private readonly variety: Variety,
    private readonly own: readonly string[],
    private readonly begun: () => void,
    private readonly failed: (error: unknown) => void,
    private readonly now: () => number,
  ) {}

  /** What is not in the dictionary; nothing while it is on its way. */
  misspellings(text: string): readonly Misspelling[] {
    if (this.#ready) return this.#ready.misspellings(text);
    if (!this.#coming && this.now() >= this.#notBefore && wordsToSpell(text).length > 0) void this.#read();
    return [];
  }

  /** What may have been meant, the likeliest first: by letters alone where the usual words cannot be had. */
  async suggest(word: string): Promise<readonly string[]> {
    const speller = this.#ready;
    if (!speller) return [];
    this.#likeness ??= this.source.usual().then((words) => new Likeness(words));
    const likeness = await this.#likeness.catch((error: unknown) => {
      this.#likeness = null;
      this.failed(error);
      return undefined;
    });
    return speller.suggest(word, likeness);
  }

  learn(word: string): void {
    this.#ready?.learn(word);
  }

  forget(word: string): void {
    this.#ready?.forget(word);
  }

  async #read(): Promise<void> {
    this.#coming = true;
    try {
      const [aff, dic] = await this.source.dictionary(this.variety);
      this.#ready = makeSpeller(aff, dic, this.own);
      this.begun();
    } catch (error) {
      this.#notBefore = this.now() + AGAIN;
      this.failed(error);
    } finally {
      this.#coming = false;
    }
  }
}
