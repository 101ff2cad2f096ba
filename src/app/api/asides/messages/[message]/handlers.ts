import { z } from 'zod';
import { mendAside, withdrawAside } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/asides/messages/[message]',
  ({ db, person, params, body, now }) => {
    const messageId = params.message;
    return body.change === 'withdraw'
      ? withdrawAside(db, person, messageId, now)
      : mendAside(db, person, { messageId, body: body.body }, now);
  },
  z.discriminatedUnion('change', [
    z.object({ change: z.literal('withdraw') }),
    z.object({ change: z.literal('mend'), body: z.string().trim().min(1).max(4000) }),
  ]),
);
