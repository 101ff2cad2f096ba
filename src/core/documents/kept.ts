import type * as Y from 'yjs';
import { type DocumentName, documentKind } from '../kinds/document';
import { readDocument } from '../kinds/document/stored';
import { draftOverflow } from '../setting/draft-document';
import type { Overflow } from './limits';

/** The kind of a draft of an assignment: no document that anybody hands in, but kept as they are. */
export const BRIEF = 'brief';

/** What is kept as it is typed: the kinds of document, and drafts. */
export type KeptName = DocumentName | typeof BRIEF;

/** What something that is kept has too much of; `null` where it may be. */
export const overflowOf = (name: KeptName, ydoc: Y.Doc): Overflow | null =>
  name === BRIEF ? draftOverflow(ydoc) : documentKind(name).overflow(readDocument(name, ydoc));
