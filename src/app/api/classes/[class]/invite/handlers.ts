import { makeInvite } from '@/server/doing/accounts/joining';
import { route } from '@/server/http/route';

export const POST = route('POST /api/classes/[class]/invite', ({ db, person, params, now }) =>
  makeInvite(db, person, params.class, now),
);
