import { mend } from '@/server/doing/setting/class-things';
import { route } from '@/server/http/route';
import { told } from '@/server/http/told';

export const POST = route(
  'POST /api/classes/[class]/announcements/[announcement]',
  ({ db, person, params, body: { postedAt, ...draft }, now }) =>
    mend(db, person, { classId: params.class, id: params.announcement, draft, postedAt }, now),
  told,
);
