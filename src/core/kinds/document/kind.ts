import type * as Y from 'yjs';
import type { Block } from '../../compare/blocks';
import type { Overflow } from '../../documents/limits';
import type { ExportFormat } from '../../formats/export-formats';
import type { FontFile } from '../../formats/pdf-paper';
import type { Pictures } from '../../formats/pictures-out';
import type { Doc } from '../../text/nodes';

/** What a teacher gave, as it is copied. */
export interface Prepared<Content> {
  readonly content: Content;
  /** The questions that were told by their form, where the teacher marked no places. */
  readonly understood: readonly string[];
}

/** What is computed of a kind of document, wherever it is: in the browser, on the server, in the workshop. */
export interface DocumentKind<Content> {
  /** One with nothing in it. */
  readonly empty: Content;
  /** Somebody types in it; otherwise it is kept by what they do elsewhere, and begins empty. */
  readonly typed: boolean;
  /** What is in it can be read before it can be written in: its words stand there until its editor does. */
  readonly legible: boolean;
  /** What it has too much of to be saved, frozen or shown, whatever the value is; `null` for nothing. */
  readonly overflow: (content: unknown) => Overflow | null;
  readonly prepared: (starter: Content) => Prepared<Content>;
  /** What was typed, a line a block. */
  readonly plainText: (content: Content) => string;
  /** What was written, as the ready check measures it: a text with the places in which it was asked for. */
  readonly measured: (content: Content) => Doc;
  /** Its runs of words in reading order: what is compared, and what remarks count their characters in. */
  readonly runs: (content: Content) => readonly Block[];
  /** The addresses of its pictures. */
  readonly pictures: (content: Content) => readonly string[];
  /** The same as a document of one's own: without the places that belong to an assignment. */
  readonly asOwn: (content: Content) => Content;
}

/** How a kind of document lies in its `Y.Doc`. */
export interface StoredKind<Content> {
  readonly read: (ydoc: Y.Doc) => Content;
  /** The first update of a new document. It is made once: two builds of one would double it when they meet. */
  readonly first: (content: Content) => Uint8Array;
  /**
   * Lets a later version of a starter reach a copy, without touching what was written; gives back whether anything had to be
   * changed. `null` where copies stay as they began.
   */
  readonly reach: ((ydoc: Y.Doc, starter: Content) => boolean) | null;
}

/** What goes into a file besides what the document says. */
export interface Exported<Content> {
  readonly content: Content;
  readonly title: string;
  /** BCP 47 tag of the language that it is written in. */
  readonly lang: string;
  readonly pictures: Pictures;
  readonly fonts: () => Promise<readonly FontFile[]>;
}

type Made = Uint8Array | string;

/** How a kind of document leaves, in each open format. */
export type ExportsKind<Content> = Readonly<
  Record<ExportFormat, (exported: Exported<Content>) => Made | Promise<Made>>
>;
