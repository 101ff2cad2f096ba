import { z } from 'zod';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';

const shape = z.object({ act: z.string().min(8).max(64), note: z.string().max(2000) });

export const POST = route(
  'POST /api/assignments/[assignment]/hand-in',
  ({ db, person, params, body, now }) => handIn(db, person, { assignmentId: params.assignment, ...body }, now),
  shape,
);
