import type { Block } from '../../compare/blocks';
import type { Doc } from '../../text/nodes';
import { answers } from './answers';
import type { DocumentKind } from './kind';
import { pages } from './pages';
import { part } from './part';
import { text } from './text';

/** Every kind of document. How each is stored stands in `stored.ts`, how it leaves in `exports.ts`. */
export const DOCUMENTS = { text, answers, part, pages };

export type DocumentName = keyof typeof DOCUMENTS;

/** What a document of a kind holds. */
export type ContentOf<Name extends DocumentName = DocumentName> = (typeof DOCUMENTS)[Name]['empty'];

/** A document with its kind. */
export type Written = {
  readonly [Name in DocumentName]: { readonly kind: Name; readonly content: ContentOf<Name> };
}[DocumentName];

/** A content of a kind together with it. */
export const writtenAs = <Name extends DocumentName>(kind: Name, content: ContentOf<Name>): Written =>
  ({ kind, content }) as Written;

export const isDocumentName = (name: unknown): name is DocumentName =>
  typeof name === 'string' && Object.hasOwn(DOCUMENTS, name);

/** What was written, as a text: as the ready check measures it, and as it can be read anywhere. */
export const measuredOf = ({ kind, content }: Written): Doc => documentKind(kind).measured(content);
/** What a teacher gave, as it is copied. */
export const preparedOf = ({ kind, content }: Written): Written =>
  writtenAs(kind, documentKind(kind).prepared(content).content);
/** What is compared, and what remarks count their characters in. */
export const runsOf = ({ kind, content }: Written): readonly Block[] => documentKind(kind).runs(content);

/** What is computed of a kind. */
export const documentKind = <Name extends DocumentName>(name: Name): DocumentKind<ContentOf<Name>> =>
  DOCUMENTS[name] as unknown as DocumentKind<ContentOf<Name>>;
