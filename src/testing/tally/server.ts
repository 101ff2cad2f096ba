import type { DocumentId } from '@/core/ids';
import type { ServedStep } from '@/server/kinds/step/kind';

/** What the Desk is given of a step in which something is counted. */
export interface GivenTally {
  readonly document: { readonly id: DocumentId; readonly title: string; readonly kind: string } | null;
  readonly unit: string;
}

export const servedTally: ServedStep<never, GivenTally> = {
  given: async ({ copies }, step, settings) => ({
    document: copies.get(step.id) ?? null,
    unit: (settings as { readonly unit: string }).unit,
  }),
  closed: { document: null, unit: '' },
};
