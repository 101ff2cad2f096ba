import { keepMarks } from '@/server/doing/marking/marking';
import { marksBody } from '@/server/doing/marking/marking-body';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/hand-ins/[handIn]/draft',
  ({ db, person, params, body, now }) => keepMarks(db, person, { handInId: params.handIn, ...body }, now),
  marksBody,
);
