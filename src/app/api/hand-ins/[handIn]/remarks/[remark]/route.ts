import { z } from 'zod';
import type { HandInId } from '@/core/ids';
import { replyTo } from '@/server/doing/marking/marking';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/hand-ins/[handIn]/remarks/[remark]',
  ({ db, person, params, body, now }) =>
    replyTo(db, person as Person, { handInId: params.handIn as HandInId, remarkId: params.remark ?? '', ...body }, now),
  z.object({ done: z.boolean(), answer: z.string().max(2000) }),
);
