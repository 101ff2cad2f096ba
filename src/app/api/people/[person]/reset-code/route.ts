import type { PersonId } from '@/core/ids';
import { makeResetCode } from '@/server/doing/accounts/signing-in';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/people/[person]/reset-code', ({ db, person, params, address, now }) =>
  makeResetCode(db, params.person as PersonId, person as Person, address, now),
);
