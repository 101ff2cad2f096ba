import * as z from 'zod/mini';
import { overflow } from '../../documents/limits';
import { plainText } from '../../text/document-json';
import { contentOf, type Doc, type DocNode } from '../../text/nodes';

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

/**
 * By the id of a thing, the first of those that say the same: whoever is asked cannot tell these apart, so each of them is as
 * right as the others.
 */
export function alike(things: readonly Thing[]): (id: string) => string {
  const first = new Map<string, string>();
  const of = new Map<string, string>();
  for (const { id, says } of things) {
    const content = JSON.stringify(says);
    if (!first.has(content)) first.set(content, id);
    of.set(id, first.get(content) ?? id);
  }
  return (id) => of.get(id) ?? id;
}

/** One of each of those that stand for the same. */
export const oneOfEach = (things: readonly Thing[], same: (id: string) => string): readonly Thing[] =>
  things.filter(({ id }) => same(id) === id);

export const repeated = (ids: readonly string[]): boolean => new Set(ids).size < ids.length;

/** Some things of which nothing is said yet. */
export const emptyThings = (n: number, newId: () => string): readonly Thing[] =>
  Array.from({ length: n }, () => ({ id: newId(), says: EMPTY }));

/** A text of which nothing is said yet. */
export const EMPTY: Doc = { type: 'doc', content: [{ type: 'paragraph' }] };

/** How words are compared unless it is said otherwise: capitals and spaces do not count, accents do. */
export const LOOSE = { capitals: false, accents: true, spaces: false } as const;

/** Does a text say nothing: no word, no formula, no picture? */
export function isBlank(doc: Doc): boolean {
  const says = (node: DocNode): boolean =>
    node.type === 'text'
      ? node.text.trim() !== ''
      : node.type === 'formula' || node.type === 'image' || contentOf(node).some(says);
  return !contentOf(doc).some(says);
}

/** Some things among which one says nothing. */
export const blankAmong = (things: readonly Thing[]): readonly 'empty-thing'[] =>
  things.some(({ says }) => isBlank(says)) ? ['empty-thing'] : [];
