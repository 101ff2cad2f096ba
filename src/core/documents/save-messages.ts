import * as z from 'zod/mini';

/**
 * What browser and server say to each other on the save socket. Binary content is base64. `n` numbers a
 * browser's updates, so that an answer can be told from another.
 */
export const fromBrowser = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('join'), document: z.string().check(z.maxLength(64)), vector: z.string() }),
  z.object({ kind: z.literal('leave'), document: z.string().check(z.maxLength(64)) }),
  z.object({ kind: z.literal('update'), document: z.string().check(z.maxLength(64)), n: z.int(), update: z.string() }),
  /** Are you there? */
  z.object({ kind: z.literal('beat') }),
]);

export const fromServer = z.discriminatedUnion('kind', [
  /** What the browser lacks, what the server has (a state vector), and whether it may be typed into. */
  z.object({
    kind: z.literal('joined'),
    document: z.string(),
    update: z.string(),
    vector: z.string(),
    editable: z.boolean(),
  }),
  z.object({ kind: z.literal('saved'), document: z.string(), n: z.number(), at: z.number() }),
  z.object({ kind: z.literal('refused'), document: z.string(), n: z.nullable(z.number()), code: z.string() }),
  /** Another device of the same person typed. */
  z.object({ kind: z.literal('changed'), document: z.string(), update: z.string() }),
  /** The work was handed in, taken back or handed back. */
  z.object({ kind: z.literal('editable'), document: z.string(), editable: z.boolean() }),
  /** I am here. */
  z.object({ kind: z.literal('beat') }),
]);

export type FromBrowser = z.output<typeof fromBrowser>;
export type FromServer = z.output<typeof fromServer>;
