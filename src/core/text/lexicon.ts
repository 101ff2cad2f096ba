import { trimmedEnd } from './trimmed';

/** The kinds of word that the lexicon tells apart. */
export const WORD_KINDS = ['noun', 'verb', 'adj', 'adv'] as const;
export type WordKind = (typeof WORD_KINDS)[number];

/** One meaning of a word. */
export interface Meaning {
  readonly word: string;
  readonly kind: WordKind;
  readonly says: string;
  readonly examples: readonly string[];
  /** Other words for the same. */
  readonly also: readonly string[];
}

/** Regular endings and what stands in their place in the base form (the rules of detachment of WordNet, morphy(7WN)). */
const ENDINGS: Readonly<Record<WordKind, readonly (readonly [string, string])[]>> = {
  noun: [
    ['s', ''],
    ['ses', 's'],
    ['xes', 'x'],
    ['zes', 'z'],
    ['ches', 'ch'],
    ['shes', 'sh'],
    ['men', 'man'],
    ['ies', 'y'],
  ],
  verb: [
    ['s', ''],
    ['ies', 'y'],
    ['es', 'e'],
    ['es', ''],
    ['ed', 'e'],
    ['ed', ''],
    ['ing', 'e'],
    ['ing', ''],
  ],
  adj: [
    ['ier', 'y'],
    ['iest', 'y'],
    ['er', ''],
    ['est', ''],
    ['er', 'e'],
    ['est', 'e'],
  ],
  adv: [],
};

/** Doubled last letters, as in `stopped` and `running`. */
const DOUBLED = /([bdgklmnprtvz])\1$/;

/** The forms under which a word may stand in the lexicon as one kind, the word itself first. */
export function baseForms(word: string, kind: WordKind): readonly string[] {
  const forms = new Set([word]);
  for (const [ending, instead] of ENDINGS[kind]) {
    if (!word.endsWith(ending) || word.length <= ending.length + 1) continue;
    const stem = word.slice(0, -ending.length);
    forms.add(stem + instead);
    if (instead === '' && ending !== 's' && DOUBLED.test(stem)) forms.add(stem.slice(0, -1));
  }
  return [...forms];
}

/**
 * Where the meanings of a word stand in the data file of its kind, the most usual first: from a line of an
 * index file (wndb(5WN): lemma, kind, counts, pointers, counts, byte offsets).
 */
export function offsetsIn(indexLine: string): readonly number[] {
  const fields = indexLine.trimEnd().split(' ');
  const senses = Number(fields[2]);
  return Number.isInteger(senses) && senses > 0 ? fields.slice(-senses).map(Number) : [];
}

/**
 * The synsets by which WordNet 3.1 labels how a word is used (wndb(5WN), pointer `;u`): an obscenity, an ethnic slur,
 * a word that runs somebody down.
 */
const COARSE_USES = ['07139048', '06731706', '06730109'];
/** What its glosses say of such words. */
const COARSE_WORDS = /\b(?:obscene|obscenity|vulgar|offensive|derogatory|disparaging|insulting|taboo)\b/;
const OF_WORDS = /\b(?:slang|terms?|names?|words?|expressions?)\b/;

/** Does the lexicon itself say of a meaning (a line of a data file) that it is obscene, a slur or an insult? */
export function isLabelledCoarse(dataLine: string): boolean {
  const bar = dataLine.indexOf(' | ');
  const [head, gloss] = [dataLine.slice(0, bar), withoutExamples(dataLine.slice(bar + 3).trim())];
  if (COARSE_USES.some((use) => head.includes(`;u ${use} `))) return true;
  return gloss.includes('ethnic slur') || (COARSE_WORDS.test(gloss) && OF_WORDS.test(gloss));
}

/** Is one of some words, or one of several that belong together, in a text? Each is looked for as a whole. */
export function holdsAny(text: string, words: ReadonlySet<string>): boolean {
  const said = text.toLowerCase().split(/[^a-z]+/);
  return said.some((word, i) => words.has(word) || words.has(`${word} ${said[i + 1] ?? ''}`));
}

/** A meaning as it was found: with its line of the data file, and how often it was counted in texts. */
export interface FoundMeaning {
  readonly meaning: Meaning;
  readonly dataLine: string;
  readonly count: number;
}

/**
 * The meanings of a word that can be shown to a child, the most usual first. What the lexicon labels as coarse is left
 * out, and whatever cannot be said without one of some `coarse` words; so are such words among those for the same.
 */
export function forEverybody(found: readonly FoundMeaning[], coarse: ReadonlySet<string>): readonly Meaning[] {
  const labelled = found.filter(({ dataLine }) => isLabelledCoarse(dataLine));
  // A word that is coarse by itself is not made a better one by its rarer meanings.
  if (labelled.some(({ meaning }) => coarse.has(meaning.word))) return [];
  const clean = found.filter((one) => !labelled.includes(one) && !holdsAny(one.meaning.says, coarse));
  // Where a coarse word stands for the same and nobody was found to use this one so, another meaning is what is meant.
  const usual = clean.filter(({ meaning, count }) => count > 0 || !meaning.also.some((word) => coarse.has(word)));
  return (usual.length > 0 ? usual : clean)
    .toSorted((a, b) => b.count - a.count)
    .map(({ meaning }) => ({
      ...meaning,
      examples: meaning.examples.filter((example) => !holdsAny(example, coarse)),
      also: meaning.also.filter((word) => !holdsAny(word, coarse)),
    }));
}

/** A gloss without the examples in quotation marks: what stands outside them, each part by itself. */
function withoutExamples(gloss: string): string {
  const parts = gloss.split('"').filter((_, i) => i % 2 === 0);
  return parts
    .map((part) => part.replace(/^[;\s]+/, ''))
    .map((part) => trimmedEnd(part, /[;\s]/))
    .filter((part) => part !== '')
    .join('; ');
}

/** A meaning from a line of a data file: offset, file, kind, words, pointers, then `|` and the gloss. */
export function meaningIn(dataLine: string, word: string, kind: WordKind): Meaning | null {
  const bar = dataLine.indexOf(' | ');
  if (bar < 0) return null;
  const fields = dataLine.slice(0, bar).split(' ');
  const count = Number.parseInt(fields[3] ?? '', 16);
  const words = Array.from({ length: count }, (_, i) =>
    (fields[4 + 2 * i] ?? '').replace(/\([a-z]+\)$/, '').replaceAll('_', ' '),
  );
  const gloss = dataLine.slice(bar + 3).trim();
  const examples = [...gloss.matchAll(/"([^"]+)"/g)].map(([, example = '']) => example);
  const says = withoutExamples(gloss);
  const also = words.filter((other) => other !== '' && other.toLowerCase() !== word.toLowerCase());
  return says === '' ? null : { word, kind, says, examples, also };
}
