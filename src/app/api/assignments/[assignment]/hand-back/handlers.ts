import { z } from 'zod';
import type { HandInId } from '@/core/ids';
import { handBackMarked } from '@/server/doing/marking/handing-back';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';

export const POST = route(
  'POST /api/assignments/[assignment]/hand-back',
  ({ db, person, params, body, now }) =>
    handBackMarked(db, person, { assignmentId: params.assignment, handIns: body.handIns }, now),
  z.object({ handIns: z.array(sentId<HandInId>()).max(1000).nullable() }),
);
