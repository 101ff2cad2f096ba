import { z } from 'zod';
import type { HandInId } from '@/core/ids';
import { amend } from '@/server/doing/marking/marking';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/hand-ins/[handIn]/amend',
  ({ db, person, params, body, now }) =>
    amend(db, person as Person, { handInId: params.handIn as HandInId, ...body }, now),
  marksBody.extend({ rubric: z.string().max(64).nullable().default(null) }),
);
