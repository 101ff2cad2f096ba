import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { notToday } from '@/server/doing/planning/not-today';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/assignments/[assignment]/not-today',
  ({ db, person, params, body: { off }, now }) =>
    notToday(db, person as Person, params.assignment as AssignmentId, off, now),
  z.object({ off: z.boolean() }),
);
