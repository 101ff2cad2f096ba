/** The patterns of cloth by which classes are told apart, besides their names. */
export const WEAVES = ['stripe', 'check', 'waves', 'herringbone', 'dots', 'bars', 'diamonds', 'plain'] as const;
export type Weave = (typeof WEAVES)[number];

export const isWeave = (name: string): name is Weave => (WEAVES as readonly string[]).includes(name);
