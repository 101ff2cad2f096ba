import { z } from 'zod';
import type { AssignmentId, HandInId } from '@/core/ids';
import { handBackMarked } from '@/server/doing/marking/marking';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/assignments/[assignment]/hand-back',
  ({ db, person, params, body, now }) =>
    handBackMarked(
      db,
      person as Person,
      { assignmentId: params.assignment as AssignmentId, handIns: body.handIns as HandInId[] | null },
      now,
    ),
  z.object({ handIns: z.array(z.string().max(64)).max(1000).nullable() }),
);
