import type { Doc } from '../text/nodes';
import { fragment, html, type PicturesAtHand } from './html-out';
import { ownPage } from './own-page';

/** One thing that was said, as it is taken away. */
export interface SaidAway {
  readonly who: string;
  /** When, in words. */
  readonly when: string;
  /** What it says; `null` where it was withdrawn. */
  readonly body: Doc | null;
  readonly files: readonly string[];
  /** It answers the one before it that begins a thread. */
  readonly reply: boolean;
}

/** What was said about one thing, in its order. */
export interface TalkAway {
  readonly title: string;
  readonly said: readonly SaidAway[];
}

/** What people said to each other as a page of its own, a part for each talk, in the order it is given. Pictures are not in it. */
export function talkPage(
  words: { readonly lang: string; readonly title: string; readonly withdrawn: string },
  talks: readonly TalkAway[],
  pictures: PicturesAtHand = new Map(),
): string {
  const parts = talks.map(({ title, said }) => {
    const lines = said.map(({ who, when, body, files, reply }) => {
      const inner = [
        `<p><strong><bdi>${html(who)}</bdi></strong>, ${html(when)}</p>`,
        body === null ? `<p>${html(words.withdrawn)}</p>` : `<div dir="auto">${fragment(body, pictures)}</div>`,
        ...files.map((name) => `<p><bdi>${html(name)}</bdi></p>`),
      ].join('\n');
      return reply ? `<blockquote>${inner}</blockquote>` : inner;
    });
    return `<h2 dir="auto">${html(title)}</h2>\n${lines.join('\n')}`;
  });
  return ownPage(words.lang, words.title, parts.join('\n'));
}
