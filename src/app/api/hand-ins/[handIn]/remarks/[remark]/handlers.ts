import { z } from 'zod';
import { replyTo } from '@/server/doing/marking/marking';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/hand-ins/[handIn]/remarks/[remark]',
  ({ db, person, params, body, now }) =>
    replyTo(db, person, { handInId: params.handIn, remarkId: params.remark, ...body }, now),
  z.object({ done: z.boolean(), answer: z.string().max(2000) }),
);
