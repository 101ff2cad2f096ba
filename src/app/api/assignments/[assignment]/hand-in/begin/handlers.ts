import { z } from 'zod';
import { beginHandIn } from '@/server/doing/handing-in/handing-in';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/assignments/[assignment]/hand-in/begin',
  ({ db, person, params, body, now }) => beginHandIn(db, person, params.assignment, body.begun, now),
  z.object({ begun: z.boolean() }),
);
