import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { signInToDemo } from '@/server/doing/accounts/signing-in';
import { route } from '@/server/http/route';
import { sentId } from '@/server/http/sent-id';
import { signInResponse } from '@/server/http/session-cookie';

export const POST = route(
  'POST /api/sign-in/demo',
  async ({ db, body, now }) => signInResponse(await signInToDemo(db, body.person, now)),
  z.object({ person: sentId<PersonId>() }),
);
