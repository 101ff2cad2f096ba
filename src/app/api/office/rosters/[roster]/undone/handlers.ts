import { undoRoster } from '@/server/doing/office/rosters';
import { route } from '@/server/http/route';

export const POST = route('POST /api/office/rosters/[roster]/undone', ({ db, person, params, now }) =>
  undoRoster(db, person, params.roster, now),
);
