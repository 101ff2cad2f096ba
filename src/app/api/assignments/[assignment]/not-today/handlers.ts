import { z } from 'zod';
import { notToday } from '@/server/doing/planning/not-today';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/assignments/[assignment]/not-today',
  ({ db, person, params, body: { off }, now }) => notToday(db, person, params.assignment, off, now),
  z.object({ off: z.boolean() }),
);
