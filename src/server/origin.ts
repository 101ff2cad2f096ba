export const SESSION_COOKIE = 'kite_session';

type Headers = Readonly<Record<string, string | string[] | undefined>>;

/** Does a request that writes come from one of our own pages? Browsers send `Origin` with every such request. */
export function sameOrigin(headers: Headers): boolean {
  const { origin, host } = headers;
  if (typeof origin !== 'string' || typeof host !== 'string') return false;
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

/** The session's token from a cookie header. */
export function sessionToken(cookies: string | null | undefined): string | undefined {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value] = part.trim().split('=');
    if (name === SESSION_COOKIE && value) return value;
  }
  return undefined;
}
