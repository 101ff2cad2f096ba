import * as Y from 'yjs';
import type { Doc, DocNode } from '../text/nodes';
import { wellFormed } from '../text/well-formed';

/** The name under which a text document keeps its tree in its `Y.Doc`. */
export const TEXT_FIELD = 'text';

/** A node as it lies in a tree. */
export function nodeIn(node: DocNode): Y.XmlElement | Y.XmlText {
  if (node.text !== undefined) {
    const marks = Object.fromEntries((node.marks ?? []).map((mark) => [mark.type, mark.attrs ?? {}]));
    const text = new Y.XmlText();
    text.insert(0, node.text, marks);
    return text;
  }
  const element = new Y.XmlElement(node.type);
  // Yjs keeps any JSON value as an attribute, though its type says string.
  for (const [key, value] of Object.entries(node.attrs ?? {})) element.setAttribute(key, value as string);
  element.insert(0, (node.content ?? []).map(nodeIn));
  return element;
}

/** Puts a text into a tree in which there is nothing yet. */
export function putInto(tree: Y.XmlFragment, doc: Doc): void {
  tree.insert(0, (doc.content ?? []).map(nodeIn));
}

/**
 * The first update of a new text document. It is made once, on the server, for each copy: two builds of
 * one template would double the text when they meet.
 */
export function firstUpdate(doc: Doc): Uint8Array {
  const ydoc = new Y.Doc();
  putInto(ydoc.getXmlFragment(TEXT_FIELD), doc);
  const update = Y.encodeStateAsUpdate(ydoc);
  ydoc.destroy();
  return update;
}

interface Delta {
  readonly insert: unknown;
  readonly attributes?: Readonly<Record<string, unknown>>;
}

/** A node as it is stored, whatever it calls itself. */
interface StoredNode {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly StoredNode[];
  readonly text?: string;
  readonly marks?: readonly { readonly type: string; readonly attrs?: Readonly<Record<string, unknown>> }[];
}

function fromText(text: Y.XmlText): StoredNode[] {
  return (text.toDelta() as Delta[])
    .filter((part) => typeof part.insert === 'string' && part.insert !== '')
    .map((part) => {
      const marks = Object.entries(part.attributes ?? {}).map(([type, attrs]) =>
        attrs !== null && typeof attrs === 'object' && Object.keys(attrs).length > 0
          ? { type, attrs: attrs as Record<string, unknown> }
          : { type },
      );
      return { type: 'text', text: wellFormed(part.insert as string), ...(marks.length > 0 ? { marks } : {}) };
    });
}

function fromChildren(parent: Y.XmlFragment): StoredNode[] {
  return parent.toArray().flatMap((child): StoredNode[] => {
    if (child instanceof Y.XmlText) return fromText(child);
    if (!(child instanceof Y.XmlElement)) return [];
    const attrs = Object.fromEntries(
      Object.entries(child.getAttributes()).map(([key, value]: [string, unknown]) => [
        key,
        typeof value === 'string' ? wellFormed(value) : value,
      ]),
    );
    const content = fromChildren(child);
    return [
      {
        type: child.nodeName,
        ...(Object.keys(attrs).length > 0 ? { attrs } : {}),
        ...(content.length > 0 ? { content } : {}),
      },
    ];
  });
}

/** A tree of text as JSON, as it is stored: what holds of `documentJson` holds of it. */
export function fragmentJson(tree: Y.XmlFragment): Doc {
  return { type: 'doc', content: fromChildren(tree) as readonly DocNode[] };
}

/**
 * A text document as JSON, as it is stored: of what a browser may have put into it that a document has no place for,
 * `overflow` tells. Nothing of it is frozen or shown before that has been asked.
 */
export function documentJson(ydoc: Y.Doc): Doc {
  return fragmentJson(ydoc.getXmlFragment(TEXT_FIELD));
}

/**
 * One `Y.Doc` from stored updates, applied within one transaction: merging thousands of updates first
 * takes many times as long.
 */
export function assemble(updates: Iterable<Uint8Array>): Y.Doc {
  const ydoc = new Y.Doc();
  ydoc.transact(() => {
    for (const update of updates) Y.applyUpdate(ydoc, update);
  });
  return ydoc;
}
