import { z } from 'zod';
import type { Finding } from '@/core/asks/ready-check';
import { type AskName, isAskName } from '@/core/kinds/ask';
import { storedAsk } from '@/core/kinds/ask/stored';
import { type DocumentName, isDocumentName } from '@/core/kinds/document';
import { EVENT_NAMES } from '@/core/kinds/event';
import { isStepName, type StepName } from '@/core/kinds/step';
import { type Annotation, readAnnotation } from '@/core/remarks/annotation';
import { lateRule } from '@/core/setting/draft';
import { type Doc, type DocNode, MARK_NAMES, NODE_NAMES } from '@/core/text/nodes';

/** Column types as they come out of the database, turned into what the core works with. */
export const instant = z
  // In an answer that came as JSON (see `readTogether`) an instant is text.
  .custom<Date | string>(
    (value) => value instanceof Date || (typeof value === 'string' && !Number.isNaN(Date.parse(value))),
  )
  .transform((value) => (typeof value === 'string' ? Date.parse(value) : value.getTime()));
export const maybeInstant = instant.nullable();
export const bigNumber = z.union([z.number(), z.bigint(), z.string()]).transform(Number);
export const bytes = z.instanceof(Uint8Array);

/** What happened, by the name of its kind. */
export const eventName = z.enum(EVENT_NAMES);

/** An id of one kind: any string in the database is one, since only the application makes them. */
export const id = <Id extends string>() => z.string().transform((value) => value as Id);

const wordMark = z.object({ type: z.enum(MARK_NAMES), attrs: z.record(z.string(), z.unknown()).optional() });
const node: z.ZodType = z.lazy(() =>
  z.object({
    type: z.enum(NODE_NAMES),
    attrs: z.record(z.string(), z.unknown()).optional(),
    content: z.array(node).optional(),
    text: z.string().optional(),
    marks: z.array(wordMark).optional(),
  }),
);
/** A text document that a teacher set: its nodes and marks are ours, and attributes are read one by one where they count. */
export const textDocument = node.transform((value, context): Doc => {
  if ((value as DocNode).type === 'doc') return value as Doc;
  context.addIssue({ code: 'custom', message: 'no document' });
  return z.NEVER;
});

/** The name of a kind of step that there is. */
export const stepName = z.custom<StepName>(isStepName);

/** The name of a kind of document that there is. */
export const documentName = z.custom<DocumentName>(isDocumentName);

export const ask = storedAsk;

export { lateRule };

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
  kind: z.custom<AskName>(isAskName),
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
