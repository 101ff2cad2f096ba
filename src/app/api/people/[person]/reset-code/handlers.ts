import { makeResetCode } from '@/server/doing/accounts/signing-in';
import { route } from '@/server/http/route';

export const POST = route('POST /api/people/[person]/reset-code', ({ db, person, params, address, now }) =>
  makeResetCode(db, params.person, person, address, now),
);
