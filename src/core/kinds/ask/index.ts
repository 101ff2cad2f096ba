import type { FileKind } from '../../formats/file-kinds';
import { files, pages, recording } from './attached';
import { items, links, present, sentences, terms, words } from './counted';
import type { Asked, AskKind, Measured } from './kind';
import { name, spelling, title, wholeSentences } from './manner';
import { asking, people, posts, replies } from './said';
import { boxes, photographs, sheets, working } from './sheets';

/** Something is there: words, a formula or a picture. */
const answered = present(({ filled }) => filled);

/** Every kind of ask. */
export const ASKS = {
  answered,
  words,
  sentences,
  items,
  links,
  terms,
  'whole-sentences': wholeSentences,
  spelling,
  title,
  name,
  files,
  pages,
  posts,
  replies,
  people,
  asking,
  boxes,
  sheets,
  photographs,
  recording,
  working,
};

export type AskName = keyof typeof ASKS;
export type AskSettings<Name extends AskName> = Parameters<(typeof ASKS)[Name]['range']>[0];

/**
 * One measurable thing that a brief asks for. `place` is the id of an answer place, or `null` for the whole of what
 * goes along. `bars`: the work is not taken while this ask is unmet; kinds of advice never bar, whatever is set.
 */
export type Ask = {
  readonly [Name in AskName]: {
    readonly id: string;
    readonly place: string | null;
    readonly bars: boolean;
    readonly kind: Name;
  } & AskSettings<Name>;
}[AskName];

export const isAskName = (value: unknown): value is AskName => typeof value === 'string' && Object.hasOwn(ASKS, value);

/** What is computed of an ask: its settings lie beside what every ask has. */
const kindOf = (ask: Ask): AskKind<Ask> => ASKS[ask.kind] as unknown as AskKind<Ask>;

export const measure = (ask: Ask, asked: Asked): Measured => kindOf(ask).measure(ask, asked);
export const rangeOf = (ask: Ask) => kindOf(ask).range(ask);
/** The fewest words that an ask wants to have written. */
export const wordsAsked = (ask: Ask): number => (ask.kind === 'words' ? ask.min : 0);
export const isAdvice = (ask: Ask): boolean => kindOf(ask).advice;
/** Does it keep the work from being handed in while it is unmet? */
export const doesBar = (ask: Ask): boolean =>
  !isAdvice(ask) && (ask.bars || (kindOf(ask).alwaysBars && rangeOf(ask).min > 0));
/** The kinds of file that an ask is content with; `null` where it asks for no file. */
export const filesOf = (ask: Ask): readonly FileKind[] | null => kindOf(ask).files(ask);
/** Does one of some asks need this adviser? */
export const needsAdviser = (asks: readonly Ask[], adviser: 'verbs' | 'spelling'): boolean =>
  asks.some((ask) => kindOf(ask).adviser === adviser);
