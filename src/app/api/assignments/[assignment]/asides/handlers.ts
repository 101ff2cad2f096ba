import { z } from 'zod';
import { writeToMissing } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/assignments/[assignment]/asides',
  ({ db, person, params, body, now }) => writeToMissing(db, person, { assignmentId: params.assignment, ...body }, now),
  z.object({ act: z.string().min(8).max(64), body: z.string().trim().min(1).max(4000) }),
);
