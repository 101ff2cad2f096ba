import { sessionToken } from '@/server/origin';
import { route } from '@/server/route';
import { signedOutResponse } from '@/server/session-cookie';
import { signOut } from '@/server/signing-in';

export const POST = route('POST /api/sign-out', async ({ db, request }) => {
  await signOut(db, sessionToken(request.headers.get('cookie')) ?? '');
  return signedOutResponse();
});
