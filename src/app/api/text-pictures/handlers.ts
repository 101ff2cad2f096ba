import { keepTextPicture, LARGEST_PICTURE } from '@/server/doing/documents/text-pictures';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

export const POST = route(
  'POST /api/text-pictures',
  (visit) =>
    spooled(visit, { most: LARGEST_PICTURE, counts: 'readings' }, (file) =>
      keepTextPicture(visit.db, visit.person, file, visit.now),
    ),
  'raw',
);
