import { z } from 'zod';

/** Something that is said, as it comes with a request: its text is looked at by whoever keeps it. */
export const said = z.object({
  act: z.string().min(8).max(64),
  to: z.string().max(200).nullable().default(null),
  body: z.unknown(),
  files: z
    .array(z.object({ sha256: z.string().regex(/^[0-9a-f]{64}$/), name: z.string().min(1).max(200) }))
    .max(5)
    .default([]),
});
