import { endNoticeNow } from '@/server/doing/office/year';
import { route } from '@/server/http/route';

export const POST = route('POST /api/office/notices/[notice]', ({ db, person, params, now }) =>
  endNoticeNow(db, person, params.notice, now),
);
