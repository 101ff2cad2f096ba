import { route } from '@/server/http/route';
import { rosterFile } from '@/server/reading/office/roster-out';

export const GET = route('GET /api/office/rosters/out/[form]', ({ db, params, now }) =>
  rosterFile(db, params.form, now),
);
