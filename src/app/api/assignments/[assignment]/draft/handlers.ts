import { changeAssignment } from '@/server/doing/setting/drafts';
import { route } from '@/server/http/route';

export const POST = route('POST /api/assignments/[assignment]/draft', ({ db, person, params, now }) =>
  changeAssignment(db, person, params.assignment, now),
);
