import { keepLoose, LARGEST_LOOSE } from '@/server/doing/pieces/loose-files';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

export const POST = route(
  'POST /api/asides/files',
  (visit) => {
    const name = new URL(visit.request.url).searchParams.get('name') ?? '';
    return spooled(visit, { most: LARGEST_LOOSE, counts: 'messages' }, (file) =>
      keepLoose(visit.db, visit.person, { file, name, only: null }, visit.now),
    );
  },
  'raw',
);
