import type { Shown } from '@/server/reading/marking/marking-desk';

/** The lists of the Marking desk, in the order in which they stand. */
export const SHOWN: readonly Shown[] = ['all', 'waiting', 'missing', 'back'];
