import { erasePerson } from '@/server/doing/office/erasing';
import { route } from '@/server/http/route';

export const POST = route('POST /api/office/people/[person]/erased', ({ db, person, params, now }) =>
  erasePerson(db, person, params.person, now),
);
