import { answerPlaces } from '../../text/document-json';
import { postAtPlace } from '../document/places';
import { counted, type Range } from './counted';
import type { Asked, AskKind } from './kind';

/** What was said in discussions, post by post: its words, and to whom it is a reply. */
const saidIn = ({ doc }: Asked) =>
  answerPlaces(doc).flatMap(({ id, prose: text }) => {
    const post = postAtPlace(id);
    return post === null ? [] : [{ text, replyTo: post.replyTo }];
  });

interface Long extends Range {
  /** From so many words on, up to so many (common practice: words as they are counted anywhere). */
  readonly fewest: number;
  readonly most: number | null;
}

/** An ask about how many there are of some length; those of another length are said by how many words they have. */
const long = (of: (asked: Asked) => readonly { readonly text: string }[]): AskKind<Long> => ({
  range: (settings) => settings,
  measure: ({ fewest, most, min }, asked) => {
    const lengths = of(asked).map(({ text }) => asked.measures.words(text));
    const fits = lengths.filter((n) => n >= fewest && (most === null || n <= most));
    const others = lengths.filter((n) => !(n >= fewest && (most === null || n <= most)));
    return {
      found: fits.length,
      details: others.map(String),
      ...(others.length > 0 && fits.length < min ? { problem: 'too-few' as const } : {}),
    };
  },
  advice: false,
  alwaysBars: false,
  files: () => null,
  adviser: null,
});

/** Posts of one's own in a discussion. */
export const posts = long((asked) => saidIn(asked).filter(({ replyTo }) => replyTo === null));

/** Replies to others. */
export const replies = long((asked) => saidIn(asked).filter(({ replyTo }) => replyTo !== null));

/** Different people to whom one replied. */
export const people = counted((asked) => ({
  found: new Set(saidIn(asked).flatMap(({ replyTo }) => replyTo ?? [])).size,
}));

/** Replies in which something is asked. */
export const asking = counted((asked) => ({
  found: saidIn(asked).filter(({ replyTo, text }) => replyTo !== null && /[?؟？]/.test(text)).length,
}));
