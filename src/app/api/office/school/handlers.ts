import { changeSchoolByOffice } from '@/server/doing/office/year';
import { route } from '@/server/http/route';
import { sentSchool } from '@/server/http/sent-school';

export const POST = route(
  'POST /api/office/school',
  ({ db, person, body, now }) => changeSchoolByOffice(db, person, body, now),
  sentSchool,
);
