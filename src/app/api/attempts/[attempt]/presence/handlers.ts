import { z } from 'zod';
import { tellPresence } from '@/server/doing/questions/answering';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/attempts/[attempt]/presence',
  ({ db, person, params, body, now }) => tellPresence(db, person, params.attempt, body.here, now),
  z.object({ here: z.boolean() }),
);
