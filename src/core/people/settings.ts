import { z } from 'zod';

/** How a person likes to read: size, spacing and typeface of reading text, speed and voice of reading aloud. */
export const readingSettings = z.object({
  size: z.enum(['small', 'usual', 'large', 'largest']),
  spacing: z.enum(['usual', 'wide', 'widest']),
  typeface: z.enum(['plain', 'book', 'round']),
  speed: z.number().min(0.5).max(2),
  voice: z.string().max(200),
});

export type ReadingSettings = z.output<typeof readingSettings>;

export const SPELLINGS = ['en-GB', 'en-US', 'off'] as const;
