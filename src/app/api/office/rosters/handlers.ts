import { LARGEST_ROSTER, takeRoster } from '@/server/doing/office/rosters';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

export const POST = route(
  'POST /api/office/rosters',
  (visit) => {
    const asked = new URL(visit.request.url).searchParams;
    return spooled(visit, { most: LARGEST_ROSTER, counts: 'readings' }, (file) =>
      takeRoster(visit.db, visit.person, { file, name: asked.get('name') ?? '', into: asked.get('into') }, visit.now),
    );
  },
  'raw',
);
