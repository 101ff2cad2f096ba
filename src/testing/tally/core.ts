import * as Y from 'yjs';
import { z } from 'zod';
import type { DocumentKind, ExportsKind, StoredKind } from '@/core/kinds/document/kind';
import type { StepKind } from '@/core/kinds/step/kind';
import type { Doc } from '@/core/text/nodes';

/** A list of things with how often each was counted: no text, and stored as no text is. */
export interface Tally {
  readonly rows: readonly { readonly what: string; readonly n: number }[];
}

const line = ({ what, n }: Tally['rows'][number]): string => `${what}: ${n}`;
const asText = ({ rows }: Tally): Doc => ({
  type: 'doc',
  content: rows.map((row) => ({ type: 'paragraph', content: [{ type: 'text', text: line(row) }] })),
});
const said = (tally: Tally): string => tally.rows.map(line).join('\n');

export const tallyDocument: DocumentKind<Tally> = {
  empty: { rows: [] },
  typed: true,
  legible: true,
  overflow: (content) => {
    const { rows } = (content ?? {}) as Partial<Tally>;
    if (!Array.isArray(rows)) return 'shape';
    return rows.length > 50 ? 'nodes' : null;
  },
  prepared: (starter) => ({ content: starter, understood: [] }),
  plainText: said,
  measured: asText,
  runs: ({ rows }) => rows.map((row) => ({ kind: 'item', place: null, number: null, text: line(row) })),
  pictures: () => [],
  asOwn: (tally) => tally,
};

export const storedTally: StoredKind<Tally> = {
  reach: null,
  read: (ydoc) => ({
    rows: [...ydoc.getMap<number>('tally')]
      .map(([what, n]) => ({ what, n }))
      .sort((a, b) => (a.what < b.what ? -1 : 1)),
  }),
  first: ({ rows }) => {
    const ydoc = new Y.Doc();
    for (const { what, n } of rows) ydoc.getMap<number>('tally').set(what, n);
    return Y.encodeStateAsUpdate(ydoc);
  },
};

const inWords: ExportsKind<Tally>['txt'] = ({ content, title }) => `${title}\n${said(content)}`;
export const tallyExports: ExportsKind<Tally> = {
  docx: inWords,
  odt: inWords,
  md: inWords,
  html: inWords,
  pdf: inWords,
  txt: inWords,
};

export const tallySettings = z.object({ unit: z.string() });

export const tallyStep: StepKind<z.output<typeof tallySettings>> = {
  needs: 'tally' as never,
  bare: false,
  shows: false,
  asks: false,
  done: 'opened',
  adds: () => 'pieces',
  agreeing: 'after',
  beside: false,
  initial: { unit: '' },
  minutes: () => 5,
};
