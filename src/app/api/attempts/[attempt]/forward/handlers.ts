import { z } from 'zod';
import { goForward } from '@/server/doing/questions/answering';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/attempts/[attempt]/forward',
  ({ db, person, params, body, now }) => goForward(db, person, { attempt: params.attempt, to: body.to }, now),
  z.object({ to: z.int().min(1).max(1000) }),
);
