import { z } from 'zod';
import { resetPassword } from '@/server/doing/accounts/signing-in';
import { route } from '@/server/http/route';
import { signInResponse } from '@/server/http/session-cookie';

const shape = z.object({
  userName: z.string().min(1).max(100),
  code: z.string().min(1).max(40),
  password: z.string().min(1).max(500),
  ticket: z.string().max(64).default(''),
});

export const POST = route(
  'POST /api/sign-in/reset',
  async ({ db, body, address, now }) => signInResponse(await resetPassword(db, { ...body, address }, now)),
  shape,
);
