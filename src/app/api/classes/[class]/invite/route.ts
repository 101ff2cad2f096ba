import type { ClassId } from '@/core/ids';
import { makeInvite } from '@/server/doing/accounts/joining';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/classes/[class]/invite', ({ db, person, params, now }) =>
  makeInvite(db, person as Person, params.class as ClassId, now),
);
