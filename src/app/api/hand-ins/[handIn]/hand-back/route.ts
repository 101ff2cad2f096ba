import { z } from 'zod';
import type { HandInId } from '@/core/ids';
import { handBack } from '@/server/marking';
import { marksBody } from '@/server/marking-body';
import { route } from '@/server/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/hand-ins/[handIn]/hand-back',
  ({ db, person, params, body, now }) =>
    handBack(db, person as Person, { handInId: params.handIn as HandInId, ...body }, now),
  marksBody.extend({ anotherGo: z.boolean(), rubric: z.string().max(64).nullable().default(null) }),
);
