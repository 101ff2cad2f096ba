import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { writeToMissing } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/assignments/[assignment]/asides',
  ({ db, person, params, body, now }) =>
    writeToMissing(db, person as Person, { assignmentId: params.assignment as AssignmentId, ...body }, now),
  z.object({ act: z.string().min(8).max(64), body: z.string().trim().min(1).max(4000) }),
);
