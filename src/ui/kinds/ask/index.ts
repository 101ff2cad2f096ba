import type { AskName } from '@/core/kinds/ask';

// Keys are those of the words under `check`.

/** An ask that counts: too few, too many, none at all, and how many there are. */
interface Counted {
  readonly few: `few-${AskName}`;
  readonly many: `many-${AskName}`;
  readonly none: 'empty' | `no-${AskName}`;
  readonly note: `count-${AskName}`;
  /** What exactly is missing or wrong, by name; `null` where there is nothing to name. */
  readonly details: `details-${AskName}` | null;
  /** A last sentence without an end mark is said. */
  readonly endsOpen?: true;
}

/** An ask for something that is there or is not. */
interface There {
  readonly none: 'empty' | `no-${AskName}`;
  readonly there: 'answered' | 'is-there';
  readonly missing: 'not-answered' | 'not-there';
  /** What it is called; `null` where that goes without saying. */
  readonly what: `kind-${AskName}` | null;
}

/** An ask about the manner of what was written: only ever advice. */
interface Advice {
  readonly fine: `${AskName}-fine`;
  readonly faults: `${AskName}-faults`;
}

/**
 * How a kind of ask is spoken of. `attached`: it is about files, and not about what was written; `said`: about what is said in a
 * discussion; `sheets`: about sheets that are written on.
 */
export type AskWords = (Counted | There | Advice) & {
  readonly attached?: true;
  readonly said?: true;
  readonly sheets?: true;
};

/** Each kind of ask, as it is spoken of. */
export const ASK_WORDS = {
  answered: { none: 'empty', there: 'answered', missing: 'not-answered', what: null },
  words: { few: 'few-words', many: 'many-words', none: 'empty', note: 'count-words', details: null },
  sentences: {
    few: 'few-sentences',
    many: 'many-sentences',
    none: 'empty',
    note: 'count-sentences',
    details: null,
    endsOpen: true,
  },
  items: { few: 'few-items', many: 'many-items', none: 'no-items', note: 'count-items', details: null },
  links: { few: 'few-links', many: 'many-links', none: 'no-links', note: 'count-links', details: 'details-links' },
  terms: { few: 'few-terms', many: 'many-terms', none: 'no-terms', note: 'count-terms', details: 'details-terms' },
  'whole-sentences': { fine: 'whole-sentences-fine', faults: 'whole-sentences-faults' },
  spelling: { fine: 'spelling-fine', faults: 'spelling-faults' },
  title: { none: 'no-title', there: 'is-there', missing: 'not-there', what: 'kind-title' },
  name: { none: 'no-name', there: 'is-there', missing: 'not-there', what: 'kind-name' },
  files: {
    few: 'few-files',
    many: 'many-files',
    none: 'no-files',
    note: 'count-files',
    details: 'details-files',
    attached: true,
  },
  pages: {
    few: 'few-pages',
    many: 'many-pages',
    none: 'no-pages',
    note: 'count-pages',
    details: null,
    attached: true,
  },
  posts: {
    few: 'few-posts',
    many: 'many-posts',
    none: 'no-posts',
    note: 'count-posts',
    details: 'details-posts',
    said: true,
  },
  replies: {
    few: 'few-replies',
    many: 'many-replies',
    none: 'no-replies',
    note: 'count-replies',
    details: 'details-replies',
    said: true,
  },
  people: {
    few: 'few-people',
    many: 'many-people',
    none: 'no-people',
    note: 'count-people',
    details: null,
    said: true,
  },
  asking: {
    few: 'few-asking',
    many: 'many-asking',
    none: 'no-asking',
    note: 'count-asking',
    details: null,
    said: true,
  },
  boxes: { none: 'no-boxes', there: 'is-there', missing: 'not-there', what: 'kind-boxes', sheets: true },
  sheets: {
    few: 'few-sheets',
    many: 'many-sheets',
    none: 'no-sheets',
    note: 'count-sheets',
    details: null,
    sheets: true,
  },
  photographs: {
    few: 'few-photographs',
    many: 'many-photographs',
    none: 'no-photographs',
    note: 'count-photographs',
    details: null,
    sheets: true,
  },
  recording: {
    few: 'few-recording',
    many: 'many-recording',
    none: 'no-recording',
    note: 'count-recording',
    details: null,
    attached: true,
  },
  working: { fine: 'working-fine', faults: 'working-faults' },
} as const satisfies Record<AskName, AskWords>;
