import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

const shape = z.object({ act: z.string().min(8).max(64), note: z.string().max(2000) });

export const POST = route(
  'POST /api/assignments/[assignment]/hand-in',
  ({ db, person, params, body, now }) =>
    handIn(db, person as Person, { assignmentId: params.assignment as AssignmentId, ...body }, now),
  shape,
);
