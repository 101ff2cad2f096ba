import { z } from 'zod';
import { ASK_KINDS, type Ask, FILE_KINDS } from '@/core/asks/ask';
import type { Finding } from '@/core/asks/ready-check';
import { type Annotation, readAnnotation } from '@/core/remarks/annotation';
import type { DocNode } from '@/core/text/document-json';

/** Column types as they come out of the database, turned into what the core works with. */
export const instant = z.date().transform((date) => date.getTime());
export const maybeInstant = instant.nullable();
export const bigNumber = z.union([z.number(), z.bigint(), z.string()]).transform(Number);
export const bytes = z.instanceof(Uint8Array);

/** An id of one kind: any string in the database is one, since only the application makes them. */
export const id = <Id extends string>() => z.string().transform((value) => value as Id);

export const docNode: z.ZodType<DocNode> = z.lazy(() =>
  z.object({
    type: z.string(),
    attrs: z.record(z.string(), z.unknown()).optional(),
    content: z.array(docNode).optional(),
    text: z.string().optional(),
    marks: z.array(z.object({ type: z.string(), attrs: z.record(z.string(), z.unknown()).optional() })).optional(),
  }),
);

export const lateRule = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('no-loss') }),
  z.object({ kind: z.literal('loss'), points: z.number(), per: z.enum(['day', 'hour']), floor: z.number() }),
  z.object({ kind: z.literal('closed') }),
]);

const askBase = z.object({ id: z.string(), place: z.string().nullable(), bars: z.boolean() });
const range = { min: z.number(), max: z.number().nullable() };
export const ask: z.ZodType<Ask> = z.discriminatedUnion('kind', [
  askBase.extend({ kind: z.literal('answered') }),
  askBase.extend({ kind: z.enum(['words', 'sentences', 'items', 'links']), ...range }),
  askBase.extend({ kind: z.literal('terms'), terms: z.array(z.string()), ...range }),
  askBase.extend({ kind: z.enum(['whole-sentences', 'spelling', 'title', 'name']) }),
  askBase.extend({ kind: z.literal('files'), types: z.array(z.enum(FILE_KINDS)), ...range }),
  askBase.extend({ kind: z.literal('pages'), ...range }),
]);

const level = z.object({ title: z.string(), points: z.number(), says: z.string() });
export const criterion = z.object({
  id: z.string(),
  title: z.string(),
  points: z.number(),
  levels: z.array(level),
});

/** A remark on words, as the core reads it. */
export const annotation = z.unknown().transform((value, context): Annotation => {
  const read = readAnnotation(value);
  if (read) return read;
  context.addIssue({ code: 'custom', message: 'no annotation' });
  return z.NEVER;
});

export const mark = z.object({ criterionId: z.string(), points: z.number().nullable(), comment: z.string() });

export const finding: z.ZodType<Finding> = z.object({
  askId: z.string(),
  kind: z.enum(ASK_KINDS),
  result: z.enum(['met', 'unmet', 'advice']),
  problem: z.enum(['none', 'empty', 'too-few', 'too-many', 'wrong-kind', 'faults']),
  bars: z.boolean(),
  place: z.string().nullable(),
  number: z.number().nullable(),
  found: z.number(),
  min: z.number(),
  max: z.number().nullable(),
  openEnd: z.boolean(),
  // Hand-ins from before there were any have none.
  details: z.array(z.string()).default([]),
});
