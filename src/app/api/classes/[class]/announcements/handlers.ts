import { announce } from '@/server/doing/setting/class-things';
import { route } from '@/server/http/route';
import { told } from '@/server/http/told';

export const POST = route(
  'POST /api/classes/[class]/announcements',
  ({ db, person, params, body: { postedAt, ...draft }, now }) =>
    announce(db, person, { classId: params.class, draft, postedAt }, now),
  told,
);
