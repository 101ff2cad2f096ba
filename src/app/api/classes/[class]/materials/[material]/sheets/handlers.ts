import { sheetsOf } from '@/server/doing/setting/sheets';
import { route } from '@/server/http/route';

/** Makes a material something to write on. */
export const POST = route('POST /api/classes/[class]/materials/[material]/sheets', ({ db, person, params, now }) =>
  sheetsOf(db, person, params, now),
);
