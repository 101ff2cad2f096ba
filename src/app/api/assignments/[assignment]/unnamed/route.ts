import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { markWithoutNames } from '@/server/marking-desk';
import { route } from '@/server/route';

export const POST = route(
  'POST /api/assignments/[assignment]/unnamed',
  ({ db, params, body }) => markWithoutNames(db, params.assignment as AssignmentId, body.unnamed),
  z.object({ unnamed: z.boolean() }),
);
