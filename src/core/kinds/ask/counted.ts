import { termEntries, termsMet } from '../../asks/terms';
import { isAddress } from '../../text/address';
import { linksOf, listItems } from '../../text/document-json';
import type { Asked, AskKind, Measured } from './kind';

/** From so many on, up to so many; `null` is no upper limit. */
export interface Range {
  readonly min: number;
  readonly max: number | null;
}

/** An ask about how many there are of something. */
export const counted = (measure: (asked: Asked, range: Range) => Measured): AskKind<Range> => ({
  range: (settings) => settings,
  measure: (settings, asked) => measure(asked, settings),
  advice: false,
  alwaysBars: false,
  files: () => null,
  adviser: null,
});

/** Where nothing more is said of an ask. */
export type Nothing = unknown;

/** An ask about something that is there or is not. */
export const present = (measure: (asked: Asked) => boolean): AskKind<Nothing> => ({
  range: () => ({ min: 1, max: null }),
  measure: (_settings, asked) => ({ found: measure(asked) ? 1 : 0 }),
  advice: false,
  alwaysBars: false,
  files: () => null,
  adviser: null,
});

/** Where a formula or a picture stands without words, it is words that are missing: the place is not empty. */
const inWords = (measure: (asked: Asked) => Measured) =>
  counted((asked, { min }) => {
    const measured = measure(asked);
    return asked.filled && measured.found === 0 && min > 0 ? { ...measured, problem: 'too-few' } : measured;
  });

export const words = inWords(({ text, measures }) => ({ found: measures.words(text) }));

export const sentences = inWords(({ text, measures }) => {
  const { sentences: found, openEnd } = measures.sentences(text);
  return { found, openEnd };
});

/** Items of a list, each with something in it. */
export const items = counted(({ node, measures }) => ({
  found: listItems(node()).filter((item) => measures.words(item) > 0).length,
}));

/** Links that can be opened, each counted once; those that cannot be are named. */
export const links = counted(({ node, inPlace, files }) => {
  const all = [
    ...linksOf(node()),
    ...(inPlace ? [] : files.flatMap(({ address }) => (address === undefined ? [] : [address]))),
  ];
  const broken = all.filter((address) => !isAddress(address));
  return { found: new Set(all).size - new Set(broken).size, details: broken };
});

interface Terms extends Range {
  readonly terms: readonly string[];
}

/** Words, each with its meaning: these, or where none are named, so many of the student's choice. */
export const terms: AskKind<Terms> = {
  range: (settings) => settings,
  measure: (settings, { node, measures }) => {
    const { found, missing } = termsMet(termEntries(node()), settings.terms, (one) => measures.words(one));
    return { found, details: missing };
  },
  advice: false,
  alwaysBars: false,
  files: () => null,
  adviser: null,
};
