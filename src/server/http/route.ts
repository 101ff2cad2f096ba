import { z } from 'zod';
import { isWellFormed } from '@/core/text/well-formed';
import { complain } from '@/server/complaints';
import { type Entry, type Params, type ParamsOf, paramsOf, type WhoFor } from '@/server/entries';
import { database } from '@/server/kite';
import { may } from '@/server/permissions';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { gate } from './gate';
import { sameOrigin, sessionToken } from './origin';
import { whoIs } from './who-is';

/** What a handler is given: everything has been checked by then. */
export interface Visit<Of extends Entry, Body> {
  readonly db: Database;
  /** Who asks; nobody only where the table lets anyone in. */
  readonly person: WhoFor<Of>;
  readonly params: ParamsOf<Of>;
  readonly body: Body;
  readonly now: number;
  readonly request: Request;
  /** Where the request comes from, for limits. */
  readonly address: string;
}

const LARGEST_BODY = 256 * 1024;

const answer = (status: number, value: unknown): Response =>
  Response.json(value, { status, headers: { 'cache-control': 'no-store' } });

export const refuse = (status: number, code: string, more: object = {}): Response =>
  answer(status, { ok: false, code, ...more });

/** Is everything that is said in a value text, and nothing that no database keeps? Where it is not, by which names. */
function notText(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return isWellFormed(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const found = isWellFormed(key) ? notText(inner, path === '' ? key : `${path}.${key}`) : path;
    if (found !== null) return found;
  }
  return null;
}

const DEEPEST = 60;

/** Is there nothing in a text of JSON that is nested deeper than anything we take? Brackets in strings do not count. */
function isShallow(text: string): boolean {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text[at];
    if (quoted) {
      if (sign === '\\') at += 1;
      else if (sign === '"') quoted = false;
    } else if (sign === '"') quoted = true;
    else if (sign === '[' || sign === '{') depth += 1;
    else if (sign === ']' || sign === '}') depth -= 1;
    if (depth > DEEPEST) return false;
  }
  return true;
}

async function readBody<Body extends z.ZodType>(
  request: Request,
  shape: Body,
): Promise<{ ok: true; body: z.output<Body> } | { ok: false; response: Response }> {
  const refused = (status: number, code: string, more: object = {}) => ({
    ok: false as const,
    response: refuse(status, code, more),
  });
  const bytes = await bodyBytes(request, LARGEST_BODY);
  if (!bytes) return refused(413, 'too-long');
  const type = request.headers.get('content-type') ?? '';
  if (bytes.length > 0 && !/^application\/json\s*(;|$)/i.test(type)) return refused(415, 'wrong-type');
  let value: unknown = {};
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    if (!isShallow(text)) return refused(422, 'bad-input', { field: '' });
    if (text !== '') value = JSON.parse(text);
  } catch {
    return refused(422, 'bad-input', { field: '' });
  }
  const broken = notText(value);
  if (broken !== null) return refused(422, 'bad-input', { field: broken });
  const read = shape.safeParse(value);
  if (read.success) return { ok: true, body: read.data };
  return refused(422, 'bad-input', { field: read.error.issues[0]?.path.join('.') ?? '' });
}

/** The bytes of a request's body; `null` when there are more than `most`: what is too long is not read to its end. */
async function bodyBytes(request: Request, most: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return null;
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of request.body ?? []) {
    size += part.byteLength;
    if (size > most) return null;
    parts.push(part);
  }
  return new Uint8Array(Buffer.concat(parts));
}

/** Is everything that is asked for after the question mark text? */
const isAskable = (url: string): boolean => [...new URL(url).searchParams].flat().every(isWellFormed);

/** Files come as bytes and say so: a form of another site cannot send that without asking. */
const SENDS_BYTES = /^application\/(octet-stream|offset\+octet-stream)\s*(;|$)/i;

/** What is refused now and taken later says when, in the way of the protocol, too. */
const statusOf = (result: object): number => ('seconds' in result ? 429 : 409);

/** Answers what is asked under an entry of the table; what stands for its parameters has been read from the address. */
export interface Handler<Of extends Entry> {
  (request: Request, given: Params): Promise<Response>;
  readonly entry: Of;
}

/**
 * A route handler behind the permission table: origin, session, permission and body are checked in that
 * order, and whatever goes wrong is answered with a code and no stack trace. A handler answers with a
 * `Response`, or with a value: `{ ok: false }` becomes a 409. With `raw` the handler reads the body itself.
 */
export function route<Of extends Entry, Body extends z.ZodType = z.ZodObject<Record<never, never>>>(
  entry: Of,
  handle: (visit: Visit<Of, z.output<Body>>) => Promise<Response | { readonly ok: boolean }>,
  shape?: Body | 'raw',
): Handler<Of> {
  const answered = async (request: Request, given: Params): Promise<Response> => {
    try {
      const writes = request.method !== 'GET' && request.method !== 'HEAD';
      if (writes && !sameOrigin(Object.fromEntries(request.headers))) return refuse(403, 'wrong-origin');
      const db = await database();
      const now = Date.now();
      const token = sessionToken(request.headers.get('cookie'));
      const person = await whoIs(db, token, now);
      if (person && token) gate().know(token);
      const params = paramsOf(entry, given);
      if (!params || !isAskable(request.url)) return refuse(404, 'not-found');
      const verdict = await may(db, entry, person, given, now);
      if (verdict === 'sign-in-first') return refuse(401, 'sign-in-first');
      if (verdict === 'no') return refuse(404, 'not-found');
      const hasBytes = shape === 'raw' && writes && request.headers.get('content-length') !== '0' && request.body;
      if (hasBytes && !SENDS_BYTES.test(request.headers.get('content-type') ?? '')) return refuse(415, 'wrong-type');
      const read =
        writes && shape !== 'raw' ? await readBody(request, shape ?? z.object({})) : { ok: true as const, body: {} };
      if (!read.ok) return read.response;
      const address = request.headers.get('x-kite-address') ?? 'unknown';
      const body = read.body as z.output<Body>;
      // The table has just decided that nobody has come so far where only somebody may.
      const who = person as WhoFor<Of>;
      const result = await handle({ db, person: who, params, body, now, request, address });
      if (result instanceof Response) return result;
      return answer(result.ok ? 200 : statusOf(result), result);
    } catch (error) {
      const id = newId();
      complain(entry, error, id);
      return refuse(500, 'broke', { request: id });
    }
  };
  return Object.assign(answered, { entry });
}
