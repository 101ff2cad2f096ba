import { z } from 'zod';
import { sayHandBack } from '@/server/doing/marking/handing-back';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/hand-ins/[handIn]/hand-back',
  ({ db, person, params, body, now }) => sayHandBack(db, person, { handInId: params.handIn, ...body }, now),
  marksBody.extend({ anotherGo: z.boolean(), rubric: z.string().max(64).nullable().default(null) }),
);
