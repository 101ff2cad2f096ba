import { z } from 'zod';
import { sayAmend } from '@/server/doing/marking/handing-back';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/hand-ins/[handIn]/amend',
  ({ db, person, params, body, now }) => sayAmend(db, person, { handInId: params.handIn, ...body }, now),
  marksBody.extend({
    rubric: z.string().max(64).nullable().default(null),
    /** Another go is asked for with it. */
    askAgain: z.boolean().default(false),
  }),
);
