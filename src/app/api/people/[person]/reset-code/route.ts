import type { PersonId } from '@/core/ids';
import { route } from '@/server/route';
import { makeResetCode } from '@/server/signing-in';
import type { Person } from '@/store/people';

export const POST = route('POST /api/people/[person]/reset-code', ({ db, person, params, address, now }) =>
  makeResetCode(db, params.person as PersonId, person as Person, address, now),
);
