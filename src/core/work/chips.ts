/** What the Class line can be narrowed to. */
export const CHIPS = ['all', 'to-do', 'handed-in', 'handed-back', 'materials', 'announcements'] as const;

export type Chip = (typeof CHIPS)[number];
