import type * as Y from 'yjs';
import { firstAnswers, readAnswers } from '../../documents/answers-document';
import { firstPages, readPages } from '../../documents/pages-document';
import { firstPart, readPart } from '../../documents/part-document';
import { documentJson, firstUpdate } from '../../documents/text-document';
import type { ContentOf, DocumentName } from '.';
import type { StoredKind } from './kind';

/** How each kind of document lies in its `Y.Doc`: apart from the rest, which needs no Yjs. */
export const STORED: { readonly [Name in DocumentName]: StoredKind<ContentOf<Name>> } = {
  text: { read: documentJson, first: firstUpdate },
  answers: { read: readAnswers, first: (content) => firstAnswers(content) },
  part: { read: readPart, first: firstPart },
  pages: { read: readPages, first: firstPages },
};

export const readDocument = <Name extends DocumentName>(name: Name, ydoc: Y.Doc): ContentOf<Name> =>
  STORED[name].read(ydoc);

export const firstOf = <Name extends DocumentName>(name: Name, content: ContentOf<Name>): Uint8Array =>
  STORED[name].first(content);
