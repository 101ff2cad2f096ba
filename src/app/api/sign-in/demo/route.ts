import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { route } from '@/server/route';
import { signInResponse } from '@/server/session-cookie';
import { signInToDemo } from '@/server/signing-in';

export const POST = route(
  'POST /api/sign-in/demo',
  async ({ db, body, now }) => signInResponse(await signInToDemo(db, body.person as PersonId, now)),
  z.object({ person: z.string().max(64) }),
);
