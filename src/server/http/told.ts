import { z } from 'zod';

/** What a class is told, as it comes with a request, and from when on; `null` for at once. */
export const told = z.object({
  title: z.string(),
  body: z.string(),
  unit: z.string().nullable(),
  attachments: z.array(z.string()),
  postedAt: z.int().nullable().default(null),
});
