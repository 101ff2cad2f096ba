import { signOut } from '@/server/doing/accounts/signing-in';
import { sessionToken } from '@/server/http/origin';
import { route } from '@/server/http/route';
import { signedOutResponse } from '@/server/http/session-cookie';

export const POST = route('POST /api/sign-out', async ({ db, request }) => {
  await signOut(db, sessionToken(request.headers.get('cookie')) ?? '');
  return signedOutResponse();
});
