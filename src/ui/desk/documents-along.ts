'use client';

import type { DocumentName } from '@/core/kinds/document';
import type { DeskView } from '@/server/reading/desk/desk';
import { answeredTimes, copyOf, keptOf } from '@/ui/kinds/step';

/** What goes along as things stand: the documents, in the order in which they do, and how many pieces there are in all. */
export function documentsAlong(view: Pick<DeskView, 'steps' | 'pieces'>): {
  readonly ids: readonly string[];
  readonly kinds: ReadonlyMap<string, DocumentName>;
  readonly pieces: number;
} {
  const attached = view.pieces.filter(({ removedAt }) => removedAt === null);
  const copies = view.steps.flatMap((step) => copyOf(step) ?? []);
  const documents = [...copies, ...attached.flatMap(({ document }) => document ?? [])];
  return {
    ids: documents.map(({ id }) => id),
    kinds: new Map(documents.map(({ id, kind }) => [id, kind])),
    pieces:
      copies.length +
      keptOf(view.steps).length +
      view.steps.reduce((sum, step) => sum + answeredTimes(step), 0) +
      attached.length,
  };
}
