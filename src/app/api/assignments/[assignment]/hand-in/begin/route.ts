import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { beginHandIn } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/assignments/[assignment]/hand-in/begin',
  ({ db, person, params, body, now }) =>
    beginHandIn(db, person as Person, params.assignment as AssignmentId, body.begun, now),
  z.object({ begun: z.boolean() }),
);
