import { z } from 'zod';
import { keepOrder } from '@/server/doing/talk/keeping-order';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/posts/[post]/order',
  ({ db, person, params, body, now }) => keepOrder(db, person, params.post, body, now),
  z.discriminatedUnion('change', [
    z.object({ change: z.enum(['answer', 'no-answer', 'close', 'open']) }),
    z.object({ change: z.literal('withdraw'), reason: z.string().max(500) }),
  ]),
);
