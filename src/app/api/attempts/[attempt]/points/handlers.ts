import { z } from 'zod';
import { givePoints } from '@/server/doing/questions/keys';
import { route } from '@/server/http/route';

const shape = z.object({
  part: z.string().max(200),
  points: z.number().min(0).max(1000).nullable(),
  words: z.string().max(5000),
});

export const POST = route(
  'POST /api/attempts/[attempt]/points',
  ({ db, person, params, body, now }) => givePoints(db, person, { attempt: params.attempt, ...body }, now),
  shape,
);
