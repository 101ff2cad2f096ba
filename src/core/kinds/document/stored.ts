import type * as Y from 'yjs';
import { firstAnswers, readAnswers } from '../../documents/answers-document';
import { firstPages, reachPages, readPages } from '../../documents/pages-document';
import { firstPart, readPart } from '../../documents/part-document';
import { documentJson, firstUpdate } from '../../documents/text-document';
import { reachCopy } from '../../setting/reach';
import type { ContentOf, DocumentName } from '.';
import type { StoredKind } from './kind';

/** How each kind of document lies in its `Y.Doc`: apart from the rest, which needs no Yjs. */
export const STORED: { readonly [Name in DocumentName]: StoredKind<ContentOf<Name>> } = {
  text: { read: documentJson, first: firstUpdate, reach: reachCopy },
  answers: { read: readAnswers, first: (content) => firstAnswers(content), reach: null },
  part: { read: readPart, first: firstPart, reach: null },
  pages: { read: readPages, first: firstPages, reach: reachPages },
};

export const readDocument = <Name extends DocumentName>(name: Name, ydoc: Y.Doc): ContentOf<Name> =>
  STORED[name].read(ydoc);

export const firstOf = <Name extends DocumentName>(name: Name, content: ContentOf<Name>): Uint8Array =>
  STORED[name].first(content);

/** Lets a later version of a starter reach a copy, where its kind has that; gives back whether anything had to be changed. */
export const reachDocument = <Name extends DocumentName>(name: Name, ydoc: Y.Doc, starter: ContentOf<Name>): boolean =>
  STORED[name].reach?.(ydoc, starter) ?? false;
