import { z } from 'zod';
import { closeFloor } from '@/server/doing/talk/keeping-order';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/talks/[talk]',
  ({ db, person, params, body, now }) => closeFloor(db, person, params.talk, body.closed, now),
  z.object({ closed: z.boolean() }),
);
