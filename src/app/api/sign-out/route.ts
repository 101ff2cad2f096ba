import { sessionToken } from '@/server/origin';
import { route } from '@/server/route';
import { hashToken } from '@/server/secrets';
import { signedOutResponse } from '@/server/session-cookie';
import { signOut } from '@/server/signing-in';
import { endLines } from '@/server/start';

export const POST = route('POST /api/sign-out', async ({ db, request }) => {
  const token = sessionToken(request.headers.get('cookie')) ?? '';
  await signOut(db, token);
  endLines(hashToken(token));
  return signedOutResponse();
});
