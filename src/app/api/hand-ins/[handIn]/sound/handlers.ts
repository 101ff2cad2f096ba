import { keepLoose, LARGEST_LOOSE } from '@/server/doing/pieces/loose-files';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

export const POST = route(
  'POST /api/hand-ins/[handIn]/sound',
  (visit) =>
    spooled(visit, { most: LARGEST_LOOSE, counts: 'messages' }, (file) =>
      keepLoose(visit.db, visit.person, { file, name: 'remark', only: 'sound' }, visit.now),
    ),
  'raw',
);
