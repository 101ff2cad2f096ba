import { route } from '@/server/route';
import { spooled } from '@/server/spool';
import { keepTextPicture, LARGEST_PICTURE } from '@/server/text-pictures';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/text-pictures',
  (visit) =>
    spooled(visit, { most: LARGEST_PICTURE, counts: 'readings' }, (file) =>
      keepTextPicture(visit.db, visit.person as Person, file, visit.now),
    ),
  'raw',
);
