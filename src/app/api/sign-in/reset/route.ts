import { z } from 'zod';
import { route } from '@/server/route';
import { signInResponse } from '@/server/session-cookie';
import { resetPassword } from '@/server/signing-in';

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
