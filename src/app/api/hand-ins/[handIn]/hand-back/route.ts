import { z } from 'zod';
import { handBack } from '@/server/doing/marking/marking';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/hand-ins/[handIn]/hand-back',
  ({ db, person, params, body, now }) => handBack(db, person, { handInId: params.handIn, ...body }, now),
  marksBody.extend({ anotherGo: z.boolean(), rubric: z.string().max(64).nullable().default(null) }),
);
