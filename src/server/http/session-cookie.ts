import { LOCALE_COOKIE } from '@/i18n/locales';
import { isSecure } from './addresses';
import { BEGIN_COOKIE, SESSION_COOKIE } from './origin';
import { SESSION_LASTS } from './who-is';

const STATUS = {
  'wrong-password': 401,
  'wrong-code': 401,
  'too-many-attempts': 429,
  'too-busy': 429,
  'not-a-demo': 404,
  'too-short': 422,
  common: 422,
  'like-the-name': 422,
  'wrong-slip': 401,
  'begun-already': 409,
  'not-yours': 401,
  unmet: 422,
} as const;

/** What came of a sign-in, whichever way it was tried. */
type Entered =
  | { readonly ok: true; readonly token: string; readonly person: { readonly locale: string | null } }
  | { readonly ok: false; readonly code: keyof typeof STATUS };

/** The answer to a sign-in: a session in a cookie that no script can read, or why not. */
export function signInResponse(outcome: Entered): Response {
  if (!outcome.ok) return Response.json(outcome, { status: STATUS[outcome.code] });
  // The demo runs on plain http on this machine.
  const secure = isSecure() ? '; Secure' : '';
  const headers = new Headers();
  headers.append(
    'set-cookie',
    `${SESSION_COOKIE}=${outcome.token}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${SESSION_LASTS / 1000}${secure}`,
  );
  if (outcome.person.locale) {
    headers.append('set-cookie', `${LOCALE_COOKIE}=${outcome.person.locale}; Path=/; Max-Age=31536000; SameSite=Lax`);
  }
  return Response.json({ ok: true }, { headers });
}

/** The answer to the code of a first start: until when the first screen is whose browser this is, or why not. */
export function beginResponse(
  outcome:
    | { readonly ok: true; readonly token: string; readonly until: number }
    | { readonly ok: false; readonly code: 'wrong-code' | 'begun-already' | 'too-many-attempts' | 'too-busy' },
): Response {
  if (!outcome.ok) return Response.json(outcome, { status: STATUS[outcome.code] });
  const secure = isSecure() ? '; Secure' : '';
  return Response.json(
    { ok: true, until: outcome.until },
    {
      headers: {
        'set-cookie': `${BEGIN_COOKIE}=${outcome.token}; Path=/; HttpOnly; SameSite=Strict; Max-Age=3600${secure}`,
      },
    },
  );
}

export function signedOutResponse(): Response {
  return Response.json(
    { ok: true },
    {
      headers: {
        'set-cookie': `${SESSION_COOKIE}=; Path=/; HttpOnly; SameSite=Lax; Max-Age=0`,
        // Pictures and files that this browser has kept; our own stores are emptied by our own code.
        'clear-site-data': '"cache"',
        'cache-control': 'no-store',
      },
    },
  );
}
