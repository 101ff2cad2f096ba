import { z } from 'zod';
import { annotation } from '@/store/columns';

/** What a teacher sends of their marks. */
export const marksBody = z.object({
  marks: z
    .array(
      z.object({
        criterionId: z.string().max(64),
        points: z.number().finite().nullable(),
        comment: z.string().max(4000),
      }),
    )
    .max(50),
  general: z.string().max(8000),
  remarks: z.array(annotation).max(200).default([]),
  /** The rubric by which the marks were given. */
  rubric: z.string().max(64).nullable().default(null),
  sound: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .default(null),
});
