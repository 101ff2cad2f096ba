import * as Y from 'yjs';
import { canonicalJson, sha256Hex } from '@/core/documents/fingerprint';
import { type KeptName, overflowOf } from '@/core/documents/kept';
import type { Overflow } from '@/core/documents/limits';
import { assemble, documentJson } from '@/core/documents/text-document';
import { type ContentOf, type DocumentName, documentKind, type Written, writtenAs } from '@/core/kinds/document';
import type { AnswersContent } from '@/core/kinds/document/answers';
import { reachDocument, readDocument } from '@/core/kinds/document/stored';
import type { AssignmentDraft } from '@/core/setting/draft';
import { draftOverflow, readDraft } from '@/core/setting/draft-document';
import { answerPlaces } from '@/core/text/document-json';

const NOTHING = new Uint8Array();

type Updates = readonly Uint8Array[];

/** What speaks against a document with one more update: it holds too much, or the update is none. */
export async function admit({
  kind,
  updates,
  update,
}: {
  readonly kind: KeptName;
  readonly updates: Updates;
  readonly update: Uint8Array;
}): Promise<Overflow | 'malformed' | null> {
  const ydoc = assemble(updates);
  try {
    Y.applyUpdate(ydoc, update);
  } catch {
    return 'malformed';
  }
  return overflowOf(kind, ydoc);
}

/** Looks something that is kept through, and puts its updates into one. What holds more than it may is not put into one. */
export async function lookThrough({
  kind,
  updates,
}: {
  readonly kind: KeptName;
  readonly updates: Updates;
}): Promise<{ readonly overflow: Overflow | null; readonly state: Uint8Array }> {
  const ydoc = assemble(updates);
  const overflow = overflowOf(kind, ydoc);
  return { overflow, state: overflow ? NOTHING : Y.encodeStateAsUpdate(ydoc) };
}

/** What a draft says; `null` where it holds more than one may. */
export async function draft({ updates }: { readonly updates: Updates }): Promise<AssignmentDraft | null> {
  const ydoc = assemble(updates);
  return draftOverflow(ydoc) ? null : readDraft(ydoc);
}

/** Which places of each of some copies are answered. */
export async function answeredIn({
  copies,
}: {
  readonly copies: readonly Updates[];
}): Promise<readonly (readonly string[])[]> {
  return copies.map((updates) =>
    answerPlaces(documentJson(assemble(updates))).flatMap(({ id, filled }) => (filled ? [id] : [])),
  );
}

/** What has to come into a copy so that a later version of its starter reaches it; `null` where nothing does. */
export async function reach({
  kind,
  updates,
  starter,
}: {
  readonly kind: DocumentName;
  readonly updates: Updates;
  readonly starter: unknown;
}): Promise<Uint8Array | null> {
  const ydoc = assemble(updates);
  const before = Y.encodeStateVector(ydoc);
  const isReached = reachDocument(kind, ydoc, starter as ContentOf) && overflowOf(kind, ydoc) === null;
  return isReached ? Y.encodeStateAsUpdate(ydoc, before) : null;
}

/** What a browser lacks of a document, and what the document has (a state vector). */
export async function join({
  updates,
  vector,
}: {
  readonly updates: Updates;
  readonly vector: Uint8Array;
}): Promise<{ readonly lacks: Uint8Array; readonly vector: Uint8Array }> {
  const ydoc = assemble(updates);
  let lacks: Uint8Array;
  try {
    lacks = Y.encodeStateAsUpdate(ydoc, vector.byteLength > 0 ? vector : undefined);
  } catch {
    lacks = Y.encodeStateAsUpdate(ydoc);
  }
  return { lacks, vector: Y.encodeStateVector(ydoc) };
}

/** All updates of a document as one. */
export async function compact({ updates }: { readonly updates: Updates }): Promise<Uint8Array> {
  return Y.encodeStateAsUpdate(assemble(updates));
}

/** A document with its words, and how it is frozen: its canonical bytes and their fingerprint. */
export interface ReadDocument {
  readonly written: Written;
  readonly state: Uint8Array;
  readonly bytes: Uint8Array;
  readonly sha256: string;
  /** What it has too much of to be frozen or shown. Nothing else of it is given then. */
  readonly overflow: Overflow | null;
}

/** What is stored of a document. */
export interface StoredUpdates {
  readonly kind: DocumentName;
  readonly updates: Updates;
}

/** Reads a document whole. */
export async function read({ kind, updates }: StoredUpdates): Promise<ReadDocument> {
  const ydoc = assemble(updates);
  const content = readDocument(kind, ydoc);
  const much = documentKind(kind).overflow(content);
  if (much) {
    return {
      written: writtenAs(kind, documentKind(kind).empty),
      state: NOTHING,
      bytes: NOTHING,
      sha256: '',
      overflow: much,
    };
  }
  const bytes = new TextEncoder().encode(canonicalJson(content));
  const state = Y.encodeStateAsUpdate(ydoc);
  return { written: writtenAs(kind, content), state, bytes, sha256: sha256Hex(bytes), overflow: null };
}

/** Reads the answers of several attempts at once; `null` for those that hold more than they may. */
export async function answers({
  attempts,
}: {
  readonly attempts: readonly Updates[];
}): Promise<readonly (AnswersContent | null)[]> {
  return attempts.map((updates) => {
    const ydoc = assemble(updates);
    const content = readDocument('answers', ydoc);
    ydoc.destroy();
    return documentKind('answers').overflow(content) === null ? content : null;
  });
}
