import type { HandInId } from '@/core/ids';
import { keepMarks } from '@/server/doing/marking/marking';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/hand-ins/[handIn]/draft',
  ({ db, person, params, body, now }) =>
    keepMarks(db, person as Person, { handInId: params.handIn as HandInId, ...body }, now),
  marksBody,
);
