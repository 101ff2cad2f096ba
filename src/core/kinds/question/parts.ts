import * as z from 'zod/mini';
import { overflow } from '../../documents/limits';
import { plainText } from '../../text/document-json';
import type { Doc } from '../../text/nodes';

/** A text of our own kinds of node, as a teacher wrote it. */
export const said = z.custom<Doc>(
  (value) => overflow(value) === null && (value as Partial<Doc> | null | undefined)?.type === 'doc',
);

/** Something that can be chosen, put in order or matched. */
export const thing = z.object({ id: z.string(), says: said });
export type Thing = z.output<typeof thing>;

/** How words are compared. */
export const sameness = {
  capitals: z._default(z.boolean(), false),
  accents: z._default(z.boolean(), true),
  spaces: z._default(z.boolean(), false),
};

/** What one of some things says, in a line. */
export const inALine = (things: readonly Thing[], id: string): string => {
  const found = things.find((one) => one.id === id);
  return found ? plainText(found.says).replace(/\s+/g, ' ') : '';
};

export const repeated = (ids: readonly string[]): boolean => new Set(ids).size < ids.length;
