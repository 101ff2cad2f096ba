/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { LIMIT_EVENT, type LimitTold, post, sendBytes } from './client-request';
import { takeMade } from './take-made';
import { holdsUnsaved, sendUnsaved } from './unsaved';

let asked: { path: string; init: RequestInit }[] = [];
const told: LimitTold[] = [];
addEventListener(LIMIT_EVENT, (event) => told.push((event as CustomEvent<LimitTold>).detail));

/** The server answers this from now on; `null` for a network that is away. */
function answers(answer: (() => Response) | null): void {
  globalThis.fetch = async (path, init = {}) => {
    asked.push({ path: String(path), init });
    if (!answer) throw new TypeError('fetch failed');
    return answer();
  };
}
const json =
  (value: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(value), { status, headers: { 'content-type': 'application/json' } });

beforeEach(() => {
  asked = [];
  told.length = 0;
});

describe('a request that writes', () => {
  test('is sent as JSON, and its answer comes back', async () => {
    answers(json({ ok: true, id: 'd1' }));
    expect(await post('/api/drafts', { title: 'Clouds' })).toEqual({ ok: true, id: 'd1' });
    expect(asked[0]).toMatchObject({
      path: '/api/drafts',
      init: { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"title":"Clouds"}' },
    });
  });

  test('a file is sent as it is', async () => {
    answers(json({ ok: true }));
    const bytes = new Blob(['ab']);
    await sendBytes('/api/asides/files', bytes);
    expect(asked[0]?.init).toMatchObject({ headers: { 'content-type': 'application/octet-stream' }, body: bytes });
  });

  test('never throws: a network that is away is an answer, and so is a page that is none', async () => {
    answers(null);
    expect(await post('/api/drafts')).toEqual({ ok: false, code: 'unreachable' });
    answers(() => new Response('<h1>Bad gateway</h1>', { status: 502 }));
    expect(await post('/api/drafts')).toEqual({ ok: false, code: 'unreachable' });
    expect(told).toEqual([]);
  });

  test('a refusal that ends by itself is told to the window with when it does, any other is not', async () => {
    answers(json({ ok: false, code: 'too-many', what: 'exports', seconds: 40 }, 429));
    expect(await post('/api/x')).toMatchObject({ ok: false, code: 'too-many' });
    answers(json({ ok: false, code: 'too-fast', seconds: 3 }, 429));
    await post('/api/x');
    answers(json({ ok: false, code: 'closed' }, 409));
    await post('/api/x');
    expect(told).toEqual([
      { what: 'exports', seconds: 40 },
      { what: 'too-fast', seconds: 3 },
    ]);
  });
});

describe('something that is made to be kept', () => {
  const kept: { name: string; text: Promise<string> }[] = [];
  beforeAll(() => {
    const files = new Map<string, Blob>();
    URL.createObjectURL = (blob) => {
      files.set(`blob:${files.size}`, blob as Blob);
      return `blob:${files.size - 1}`;
    };
    URL.revokeObjectURL = () => {};
    jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function click(this: HTMLAnchorElement) {
      kept.push({ name: this.download, text: (files.get(this.href) as Blob).text() });
    });
  });
  afterAll(() => jest.restoreAllMocks());
  beforeEach(() => {
    kept.length = 0;
  });

  test('is handed to the browser under its name, with what the answer says besides', async () => {
    answers(() => new Response('a,b', { headers: { 'content-type': 'text/csv', 'x-kite-notes': 'none' } }));
    const answer = await takeMade('/api/office/rosters/out', 'people.csv');
    expect(answer.ok && answer.headers.get('x-kite-notes')).toBe('none');
    expect(await Promise.all(kept.map(async ({ name, text }) => [name, await text]))).toEqual([['people.csv', 'a,b']]);
    expect(asked[0]?.init.method).toBeUndefined();
  });

  test('what is asked for with something said is a request that writes', async () => {
    answers(() => new Response('%PDF', { headers: { 'content-type': 'application/pdf' } }));
    await takeMade('/api/office/slips', 'slips.pdf', { people: ['007'] });
    expect(asked[0]?.init).toMatchObject({ method: 'POST', body: '{"people":["007"]}' });
  });

  test.each([
    [json({ ok: false, code: 'nobody' }, 409), { ok: false, code: 'nobody' }],
    [json({ ok: false, code: 'too-intricate' }), { ok: false, code: 'too-intricate' }],
    [null, { ok: false, code: 'unreachable' }],
    [() => new Response('gone', { status: 500 }), { ok: false, code: 'unreachable' }],
  ] as const)('where it is refused nothing is kept', async (answer, outcome) => {
    answers(answer);
    expect(await takeMade('/api/x', 'x')).toEqual(outcome);
    expect(kept).toEqual([]);
  });

  test('a limit that it meets is told to the window', async () => {
    answers(json({ ok: false, code: 'too-many', what: 'exports', seconds: 9 }, 429));
    await takeMade('/api/x', 'x');
    expect(told).toEqual([{ what: 'exports', seconds: 9 }]);
  });
});

test('whatever holds something is asked to send it before somebody leaves, for as long as may be waited', async () => {
  const sent: string[] = [];
  const hold = (name: string) =>
    holdsUnsaved(async (within) => {
      sent.push(`${name} within ${within}`);
      return true;
    });
  const [letter, notes] = [hold('letter'), hold('notes')];
  await sendUnsaved(500);
  expect(sent).toEqual(['letter within 500', 'notes within 500']);
  letter();
  await sendUnsaved(100);
  expect(sent.slice(2)).toEqual(['notes within 100']);
  notes();
  await sendUnsaved(100);
  expect(sent).toHaveLength(3);
});
