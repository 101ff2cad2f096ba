import { z } from 'zod';
import { changePassword } from '@/server/doing/accounts/signing-in';
import { sessionToken } from '@/server/http/origin';
import { route } from '@/server/http/route';

const shape = z.object({
  old: z.string().min(1).max(500),
  password: z.string().min(1).max(500),
  ticket: z.string().max(64).default(''),
});

export const POST = route(
  'POST /api/password',
  ({ db, person, body, address, now, request }) => {
    const token = sessionToken(request.headers.get('cookie')) ?? '';
    return changePassword(db, person, { ...body, token, address }, now);
  },
  shape,
);
