import { z } from 'zod';
import { changeYear } from '@/server/doing/office/year';
import { route } from '@/server/http/route';

const stretch = z.object({ title: z.string().max(200), from: z.string().max(10), to: z.string().max(10) });

export const POST = route(
  'POST /api/office/year',
  ({ db, person, body, now }) => changeYear(db, person, body, now),
  z.object({
    terms: z.array(stretch).max(100),
    holidays: z.array(stretch).max(100),
    times: z
      .array(z.object({ number: z.int().min(1).max(20), starts: z.string().max(5), ends: z.string().max(5) }))
      .max(40),
  }),
);
