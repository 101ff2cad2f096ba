import { z } from 'zod';
import { mend, withdraw } from '@/server/doing/talk/posts';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/posts/[post]',
  ({ db, person, params, body, now }) =>
    body.change === 'withdraw'
      ? withdraw(db, person, params.post, now)
      : mend(db, person, { post: params.post, body: body.body }, now),
  z.discriminatedUnion('change', [
    z.object({ change: z.literal('withdraw') }),
    z.object({ change: z.literal('mend'), body: z.unknown() }),
  ]),
);
