import { ownOrigins } from './addresses';

export const SESSION_COOKIE = 'kite_session';

/** By which the first screen of a school that begins is somebody's. */
export const BEGIN_COOKIE = 'kite_begin';

type Headers = Readonly<Record<string, string | string[] | undefined>>;

/** Does a request that writes come from one of our own pages? Browsers send `Origin` with every such request. */
export const sameOrigin = ({ origin }: Headers): boolean => typeof origin === 'string' && ownOrigins().includes(origin);

/** The value of one cookie from a cookie header. */
export function cookieOf(cookies: string | null | undefined, sought: string): string | undefined {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value] = part.trim().split('=');
    if (name === sought && value) return value;
  }
  return undefined;
}

/** The session's token from a cookie header. */
export const sessionToken = (cookies: string | null | undefined): string | undefined =>
  cookieOf(cookies, SESSION_COOKIE);
