import { putRosterAway } from '@/server/doing/office/rosters';
import { route } from '@/server/http/route';

export const POST = route('POST /api/office/rosters/[roster]/away', ({ db, params }) =>
  putRosterAway(db, params.roster),
);
