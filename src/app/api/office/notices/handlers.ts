import { z } from 'zod';
import { giveNotice, LONGEST_NOTICE } from '@/server/doing/office/year';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/notices',
  ({ db, person, body, now }) => giveNotice(db, person, body, now),
  z.object({
    title: z.string().trim().min(1).max(120),
    body: z.string().trim().max(2000),
    forRole: z.enum(['student', 'teacher']).nullable(),
    days: z.int().min(1).max(LONGEST_NOTICE),
  }),
);
