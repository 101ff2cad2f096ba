import { createHash } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { isWellFormed } from '@/core/text/well-formed';
import { clientAddress, isOwnHost, isSecure } from './addresses';
import { sessionToken } from './origin';

/** Why a request is not let in at all, before anything of it is read. */
export interface Stopped {
  readonly status: number;
  readonly code: 'bad-address' | 'wrong-host' | 'too-long' | 'length-required' | 'too-fast' | 'too-many-open';
  /** When it goes on, where it does. */
  readonly seconds: number;
}

/** On every answer, whatever it is. */
export function securityHeaders(): Readonly<Record<string, string>> {
  return {
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'same-origin',
    'x-frame-options': 'DENY',
    'permissions-policy': 'camera=(self), microphone=(self), geolocation=()',
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    ...(isSecure() ? { 'strict-transport-security': 'max-age=31536000; includeSubDomains' } : {}),
  };
}

/** Whose bodies are written to the disk as they come, each up to its own limit. */
const TAKES_FILES =
  /^\/api\/(uploads|import|text-pictures|drafts\/[^/]+\/questions|asides\/files|hand-ins\/[^/]+\/sound|office\/rosters|classes\/[^/]+\/cartridge)(\/|$)/;
const LONGEST_BODY = 256 * 1024;

/** Requests that come back by themselves as they are used up: so many at once, and so many each second. */
interface Allowance {
  readonly most: number;
  readonly perSecond: number;
  readonly atOnce: number;
}

/** A person opens pages with a dozen requests each; a school behind one address signs in with some hundreds. */
const PERSON: Allowance = { most: 400, perSecond: 30, atOnce: 40 };
const ADDRESS: Allowance = { most: 3000, perSecond: 300, atOnce: 2500 };
const MOST_KNOWN = 20_000;

interface Account {
  left: number;
  at: number;
  open: number;
}

/** What needs neither a session nor the database, and is kept by browsers: it is not counted. */
const isStatic = (path: string): boolean =>
  /^\/(_next\/static|pdfjs|dictionaries)\//.test(path) || path === '/icon.svg';

/** An address that can be read: no broken escapes, no NUL, nothing that is no text. */
function readable(url: string | undefined): URL | null {
  if (url === undefined || !url.startsWith('/') || url.startsWith('//') || url.length > 8000) return null;
  try {
    if (!isWellFormed(decodeURIComponent(url.replaceAll('+', ' ')))) return null;
    return new URL(url, 'http://here');
  } catch {
    return null;
  }
}

/**
 * Stands before everything else and lets in what can be answered: an address that can be read, under a name of this
 * school, with a body of a length that is said, and no more from one person than one person asks for. It counts for
 * this process only: each process has its own share to protect, so nothing of it need be known elsewhere.
 */
export class Gate {
  readonly #accounts = new Map<string, Account>();
  /** Sessions that were found to be somebody's. Made-up ones count for their address. */
  readonly #known = new Set<string>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Remembers that a session is somebody's. */
  know(token: string): void {
    if (this.#known.size >= MOST_KNOWN) this.#known.clear();
    this.#known.add(createHash('sha256').update(token).digest('base64url'));
  }

  /**
   * Why a request is stopped; where it is not, how to say that it has been answered.
   */
  enter(request: IncomingMessage): Stopped | (() => void) {
    const url = readable(request.url);
    if (!url) return { status: 400, code: 'bad-address', seconds: 0 };
    if (!isOwnHost(request.headers.host)) return { status: 421, code: 'wrong-host', seconds: 0 };
    const long = bodyProblem(request, url.pathname);
    if (long) return long;
    if (isStatic(url.pathname)) return () => {};
    const [key, allowance] = this.#payer(request);
    return this.#pay(key, allowance, url.pathname === '/api/events');
  }

  #payer(request: IncomingMessage): readonly [string, Allowance] {
    const token = sessionToken(request.headers.cookie);
    const hash = token === undefined ? '' : createHash('sha256').update(token).digest('base64url');
    if (this.#known.has(hash)) return [hash, PERSON];
    return [clientAddress(request.socket.remoteAddress, request.headers['x-forwarded-for']), ADDRESS];
  }

  #pay(key: string, { most, perSecond, atOnce }: Allowance, isStream: boolean): Stopped | (() => void) {
    const now = this.now();
    const account = this.#accounts.get(key) ?? { left: most, at: now, open: 0 };
    if (this.#accounts.size >= MOST_KNOWN) this.#forget(now);
    this.#accounts.set(key, account);
    account.left = Math.min(most, account.left + ((now - account.at) / 1000) * perSecond);
    account.at = now;
    if (account.left < 1) return { status: 429, code: 'too-fast', seconds: Math.ceil(20 / perSecond) };
    // Streams stay open for hours and have a limit of their own.
    if (!isStream && account.open >= atOnce) return { status: 429, code: 'too-many-open', seconds: 2 };
    account.left -= 1;
    if (isStream) return () => {};
    account.open += 1;
    let answered = false;
    return () => {
      if (!answered) account.open -= 1;
      answered = true;
    };
  }

  /** Lets go of those who have not asked for anything in the last minute. */
  #forget(now: number): void {
    for (const [key, { at, open }] of this.#accounts) if (open === 0 && now - at > 60_000) this.#accounts.delete(key);
  }
}

function bodyProblem({ method, headers }: IncomingMessage, path: string): Stopped | null {
  if (method === 'GET' || method === 'HEAD' || TAKES_FILES.test(path)) return null;
  if (headers['transfer-encoding'] !== undefined) return { status: 411, code: 'length-required', seconds: 0 };
  return Number(headers['content-length'] ?? 0) > LONGEST_BODY ? { status: 413, code: 'too-long', seconds: 0 } : null;
}

const held = globalThis as typeof globalThis & { kiteGate?: Gate };

/** The gate of this process. */
export function gate(): Gate {
  held.kiteGate ??= new Gate();
  return held.kiteGate;
}
