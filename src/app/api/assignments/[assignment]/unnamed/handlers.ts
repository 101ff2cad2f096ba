import { z } from 'zod';
import { markWithoutNames } from '@/server/doing/marking/class-settings';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/assignments/[assignment]/unnamed',
  ({ db, params, body }) => markWithoutNames(db, params.assignment, body.unnamed),
  z.object({ unnamed: z.boolean() }),
);
