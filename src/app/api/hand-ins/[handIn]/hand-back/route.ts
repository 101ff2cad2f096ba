import { z } from 'zod';
import type { HandInId } from '@/core/ids';
import { handBack } from '@/server/doing/marking/marking';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/hand-ins/[handIn]/hand-back',
  ({ db, person, params, body, now }) =>
    handBack(db, person as Person, { handInId: params.handIn as HandInId, ...body }, now),
  marksBody.extend({ anotherGo: z.boolean(), rubric: z.string().max(64).nullable().default(null) }),
);
