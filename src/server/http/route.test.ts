import { jest } from '@jest/globals';
import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { signInToDemo } from '@/server/doing/accounts/signing-in';
import { type TestSchool, testSchool } from '@/store/test-school';
import { route } from './route';

let school: TestSchool;
let cookie: string;
const held = globalThis as typeof globalThis & { kiteDatabase?: Promise<TestSchool['db']> };

beforeAll(async () => {
  school = await testSchool();
  held.kiteDatabase = Promise.resolve(school.db);
  const entered = await signInToDemo(school.db, 's-imke' as PersonId, Date.now());
  cookie = entered.ok ? `kite_session=${entered.token}` : '';
});
afterAll(() => school.end());

const shape = z.object({ note: z.string().max(10) });
const handler = route(
  'POST /api/assignments/[assignment]/hand-in',
  async ({ person, params, body }) => {
    if (body.note === 'break') throw new Error('secret detail of the inside');
    if (body.note === 'refuse') return { ok: false, code: 'closed' };
    return { ok: true, who: person?.id, what: params.assignment };
  },
  shape,
);

interface Asked {
  readonly body?: string;
  readonly headers?: Record<string, string>;
  readonly assignment?: string;
}

async function ask({ body = '{"note":"ok"}', headers = {}, assignment = 'cloud-ladder' }: Asked) {
  const request = new Request('http://localhost:3000/api', {
    method: 'POST',
    body,
    headers: {
      origin: 'http://localhost:3000',
      host: 'localhost:3000',
      'content-type': 'application/json',
      cookie,
      ...headers,
    },
  });
  const response = await handler(request, { assignment });
  return {
    status: response.status,
    body: (await response.json()) as Record<string, unknown>,
    headers: response.headers,
  };
}

describe('a route', () => {
  test('hands over who asks, what about, and the checked body, and is never cached', async () => {
    const answer = await ask({});
    expect(answer).toMatchObject({ status: 200, body: { ok: true, who: 's-imke', what: 'cloud-ladder' } });
    expect(answer.headers.get('cache-control')).toBe('no-store');
  });

  test.each<[string, Asked, number, object]>([
    ['another origin', { headers: { origin: 'https://elsewhere.example' } }, 403, { code: 'wrong-origin' }],
    ['nobody', { headers: { cookie: '' } }, 401, { code: 'sign-in-first' }],
    ['a made-up session', { headers: { cookie: 'kite_session=x' } }, 401, { code: 'sign-in-first' }],
    ['an assignment that is not there', { assignment: 'none' }, 404, { code: 'not-found' }],
    ['no JSON', { body: '{' }, 422, { code: 'bad-input', field: '' }],
    ['a field that is missing', { body: '{}' }, 422, { code: 'bad-input', field: 'note' }],
    ['a field that is too long', { body: '{"note":"12345678901"}' }, 422, { code: 'bad-input', field: 'note' }],
    ['a body that is too long', { body: ' '.repeat(300_000) }, 413, { code: 'too-long' }],
    ['a NUL', { body: '{"note":"a\\u0000"}' }, 422, { code: 'bad-input', field: 'note' }],
    ['half of a pair of surrogates', { body: '{"note":"\\ud800"}' }, 422, { code: 'bad-input', field: 'note' }],
    ['a NUL in a parameter', { assignment: 'a\0' }, 404, { code: 'not-found' }],
    ['what is nested without an end', { body: '['.repeat(9000) }, 422, { code: 'bad-input', field: '' }],
    ['a form', { headers: { 'content-type': 'text/plain' } }, 415, { code: 'wrong-type' }],
    ['a refusal', { body: '{"note":"refuse"}' }, 409, { code: 'closed' }],
  ])('answers %s with a status and a code', async (_, asked, status, body) => {
    expect(await ask(asked)).toMatchObject({ status, body: { ok: false, ...body } });
  });

  test('that breaks says nothing of its inside, but a number under which the log has it', async () => {
    const log = jest.spyOn(console, 'error').mockImplementation(() => {});
    const { status, body } = await ask({ body: '{"note":"break"}' });
    expect([status, body.code]).toEqual([500, 'broke']);
    expect(JSON.stringify(body)).not.toContain('secret');
    expect(String(log.mock.calls[0]?.[0])).toContain(String(body.request));
    log.mockRestore();
  });

  test('asks for the origin before anything else, so that another site learns nothing', async () => {
    const answer = await ask({ headers: { origin: 'https://elsewhere.example', cookie: '' }, assignment: 'none' });
    expect(answer.status).toBe(403);
  });
});
