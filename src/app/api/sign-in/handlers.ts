import { z } from 'zod';
import { signIn } from '@/server/doing/accounts/signing-in';
import { route } from '@/server/http/route';
import { signInResponse } from '@/server/http/session-cookie';

const shape = z.object({
  userName: z.string().min(1).max(100),
  password: z.string().min(1).max(500),
  ticket: z.string().max(64).default(''),
});

export const POST = route(
  'POST /api/sign-in',
  async ({ db, body, address, now }) => signInResponse(await signIn(db, { ...body, address }, now)),
  shape,
);
