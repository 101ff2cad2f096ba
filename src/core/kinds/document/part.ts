import { blocksOf } from '../../compare/blocks';
import { overflow } from '../../documents/limits';
import { picturesIn } from '../../formats/pictures-out';
import type { Instant } from '../../ids';
import { plainText } from '../../text/document-json';
import type { Doc, DocNode } from '../../text/nodes';
import type { DocumentKind } from './kind';
import { placeOfPost } from './places';

/** One thing that somebody said in a discussion, with what it answers as that was then. */
export interface PartPost {
  readonly id: string;
  /** Its number in the discussion: the order in which things were said. */
  readonly number: number;
  readonly at: Instant;
  readonly doc: Doc;
  /** What it answers; `null` for a post of one's own. */
  readonly to: { readonly id: string; readonly person: string; readonly who: string; readonly doc: Doc } | null;
}

/** Somebody's part of a discussion: what they said, in order, each with its context. */
export interface PartContent {
  readonly posts: readonly PartPost[];
}

/** A part as a text: each post in a place of its own, behind what it answers. What others said is not in the places. */
export function partText({ posts }: PartContent): Doc {
  const content = posts.flatMap((post, i): DocNode[] => [
    ...(post.to === null ? [] : [{ type: 'blockquote', content: post.to.doc.content ?? [] } as DocNode]),
    { type: 'question', attrs: { number: i + 1, text: post.to === null ? '' : `↳ ${post.to.who}` } },
    { type: 'answer', attrs: { id: placeOfPost(post) }, content: post.doc.content ?? [] },
  ]);
  return { type: 'doc', content: content.length > 0 ? content : [{ type: 'paragraph' }] };
}

/** More than anybody says in one discussion. */
const MOST = 2000;

/** Somebody's part of a discussion. Nobody types in it: it is kept by what they say. */
export const part: DocumentKind<PartContent> = {
  empty: { posts: [] },
  typed: false,
  legible: false,
  overflow: (content) => {
    const { posts } = (content ?? {}) as Partial<PartContent>;
    if (!Array.isArray(posts)) return 'shape';
    return posts.length > MOST ? 'nodes' : overflow(partText({ posts: posts as PartContent['posts'] }));
  },
  prepared: (starter) => ({ content: starter, understood: [] }),
  plainText: (content) => plainText(partText(content)),
  measured: partText,
  runs: (content) => blocksOf(partText(content)),
  pictures: (content) => picturesIn(partText(content)),
  asOwn: (content) => content,
};
