import * as z from 'zod/mini';
import { COUNTS } from './counts';
import { PURPOSES, type QuestionRules, TELLS, UNSAID } from './rules';

const minutes = z.nullable(z.number());

/** The rules by which questions are asked as they are stored: what is not said there has its usual value. */
export const storedRules: z.ZodMiniType<QuestionRules> = z.object({
  purpose: z.enum(PURPOSES),
  attempts: z._default(z.nullable(z.int()), UNSAID.attempts),
  wait: z._default(z.number(), UNSAID.wait),
  counts: z._default(z.enum(COUNTS), UNSAID.counts),
  untilRight: z._default(z.boolean(), UNSAID.untilRight),
  carries: z._default(z.boolean(), UNSAID.carries),
  limit: z._default(minutes, UNSAID.limit),
  working: z._default(minutes, UNSAID.working),
  startWord: z._default(z.nullable(z.string()), UNSAID.startWord),
  trial: z._default(z.boolean(), UNSAID.trial),
  pace: z._default(z.enum(['one', 'all']), UNSAID.pace),
  back: z._default(z.boolean(), UNSAID.back),
  tells: z._default(z.enum(TELLS), UNSAID.tells),
  classAnswers: z._default(z.boolean(), UNSAID.classAnswers),
  names: z._default(z.boolean(), UNSAID.names),
});
