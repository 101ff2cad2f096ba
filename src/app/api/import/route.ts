import { importText, LARGEST_TEXT } from '@/server/importing';
import { route } from '@/server/route';
import { spooled } from '@/server/spool';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/import',
  (visit) => {
    const name = new URL(visit.request.url).searchParams.get('name') ?? '';
    return spooled(visit, { most: LARGEST_TEXT, counts: 'readings' }, (file) =>
      importText(visit.db, visit.person as Person, { file, name }, visit.now),
    );
  },
  'raw',
);
