import { z } from 'zod';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { database } from './kite';
import { sameOrigin, sessionToken } from './origin';
import { type Entry, may, type Params } from './permissions';
import { newId } from './secrets';
import { whoIs } from './signing-in';

/** What a handler is given: everything has been checked by then. */
export interface Visit<Body> {
  readonly db: Database;
  /** Who asks; `nobody` only where the table lets anyone in. */
  readonly person: Person | null;
  readonly params: Params;
  readonly body: Body;
  readonly now: number;
  readonly request: Request;
  /** Where the request comes from, for limits. */
  readonly address: string;
}

const LARGEST_BODY = 256 * 1024;

const answer = (status: number, value: unknown): Response =>
  Response.json(value, { status, headers: { 'cache-control': 'no-store' } });

const refuse = (status: number, code: string, more: object = {}): Response =>
  answer(status, { ok: false, code, ...more });

async function readBody<Body extends z.ZodType>(
  request: Request,
  shape: Body,
): Promise<{ ok: true; body: z.output<Body> } | { ok: false; response: Response }> {
  const text = await request.text();
  if (text.length > LARGEST_BODY) return { ok: false, response: refuse(413, 'too-long') };
  let value: unknown;
  try {
    value = text === '' ? {} : JSON.parse(text);
  } catch {
    return { ok: false, response: refuse(422, 'bad-input', { field: '' }) };
  }
  const read = shape.safeParse(value);
  if (read.success) return { ok: true, body: read.data };
  return { ok: false, response: refuse(422, 'bad-input', { field: read.error.issues[0]?.path.join('.') ?? '' }) };
}

/** The bytes of a request's body; `null` when there are more than `most`: what is too long is not read to its end. */
export async function bodyBytes(request: Request, most: number): Promise<Uint8Array | null> {
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

type Context = { readonly params: Promise<Params> };

/**
 * A route handler behind the permission table: origin, session, permission and body are checked in that
 * order, and whatever goes wrong is answered with a code and no stack trace. A handler answers with a
 * `Response`, or with a value: `{ ok: false }` becomes a 409. With `raw` the handler reads the body itself.
 */
export function route<Body extends z.ZodType = z.ZodObject<Record<never, never>>>(
  entry: Entry,
  handle: (visit: Visit<z.output<Body>>) => Promise<Response | { readonly ok: boolean }>,
  shape?: Body | 'raw',
) {
  return async (request: Request, context: Context): Promise<Response> => {
    try {
      const writes = request.method !== 'GET' && request.method !== 'HEAD';
      if (writes && !sameOrigin(Object.fromEntries(request.headers))) return refuse(403, 'wrong-origin');
      const db = await database();
      const now = Date.now();
      const person = await whoIs(db, sessionToken(request.headers.get('cookie')), now);
      const params = await context.params;
      const verdict = await may(db, entry, person, params, now);
      if (verdict === 'sign-in-first') return refuse(401, 'sign-in-first');
      if (verdict === 'no') return refuse(404, 'not-found');
      const read =
        writes && shape !== 'raw' ? await readBody(request, shape ?? z.object({})) : { ok: true as const, body: {} };
      if (!read.ok) return read.response;
      const address = request.headers.get('x-kite-address') ?? 'unknown';
      const body = read.body as z.output<Body>;
      const result = await handle({ db, person, params, body, now, request, address });
      if (result instanceof Response) return result;
      return answer(result.ok ? 200 : 409, result);
    } catch (error) {
      const id = newId();
      console.error(`request ${id} to ${entry} broke`, error);
      return refuse(500, 'broke', { request: id });
    }
  };
}
