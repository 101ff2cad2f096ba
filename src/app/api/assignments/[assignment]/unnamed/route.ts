import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { route } from '@/server/http/route';
import { markWithoutNames } from '@/server/reading/marking/marking-desk';

export const POST = route(
  'POST /api/assignments/[assignment]/unnamed',
  ({ db, params, body }) => markWithoutNames(db, params.assignment as AssignmentId, body.unnamed),
  z.object({ unnamed: z.boolean() }),
);
