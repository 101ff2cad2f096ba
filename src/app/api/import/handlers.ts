import { importText, LARGEST_TEXT } from '@/server/doing/documents/importing';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

export const POST = route(
  'POST /api/import',
  (visit) => {
    const name = new URL(visit.request.url).searchParams.get('name') ?? '';
    return spooled(visit, { most: LARGEST_TEXT, counts: 'readings' }, (file) =>
      importText(visit.db, visit.person, { file, name }, visit.now),
    );
  },
  'raw',
);
