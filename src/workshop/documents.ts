import * as Y from 'yjs';
import { canonicalJson, sha256Hex } from '@/core/documents/fingerprint';
import { type Overflow, overflow } from '@/core/documents/limits';
import { assemble, documentJson } from '@/core/documents/text-document';
import type { DocNode } from '@/core/text/document-json';

type Updates = readonly Uint8Array[];

/** What speaks against a document with one more update: it holds too much, or the update is none. */
export async function admit({
  updates,
  update,
}: {
  readonly updates: Updates;
  readonly update: Uint8Array;
}): Promise<Overflow | 'malformed' | null> {
  const ydoc = assemble(updates);
  try {
    Y.applyUpdate(ydoc, update);
  } catch {
    return 'malformed';
  }
  return overflow(documentJson(ydoc));
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
  readonly content: DocNode;
  readonly state: Uint8Array;
  readonly bytes: Uint8Array;
  readonly sha256: string;
  /** What it has too much of to be frozen or shown. Nothing else of it is given then. */
  readonly overflow: Overflow | null;
}

const NOTHING = new Uint8Array();

/** Reads a document whole. */
export async function read({ updates }: { readonly updates: Updates }): Promise<ReadDocument> {
  const ydoc = assemble(updates);
  const content = documentJson(ydoc);
  const much = overflow(content);
  if (much) return { content: { type: 'doc' }, state: NOTHING, bytes: NOTHING, sha256: '', overflow: much };
  const bytes = new TextEncoder().encode(canonicalJson(content));
  return { content, state: Y.encodeStateAsUpdate(ydoc), bytes, sha256: sha256Hex(bytes), overflow: null };
}
