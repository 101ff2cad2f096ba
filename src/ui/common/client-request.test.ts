/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { post, sendBytes } from './client-request';

const sent: { readonly keepalive: boolean | undefined; readonly answer: () => void }[] = [];
beforeEach(() => {
  sent.length = 0;
  globalThis.fetch = jest.fn<typeof fetch>((_path, init) => {
    return new Promise((resolve) => {
      sent.push({ keepalive: init?.keepalive, answer: () => resolve(Response.json({ ok: true })) });
    });
  });
});
const kept = () => sent.map(({ keepalive }) => keepalive);

test('whoever leaves a page at once after keeping something has kept it', async () => {
  const answer = post('/api/attempts/one/points', { points: 7 });
  expect(kept()).toEqual([true]);
  sent[0]?.answer();
  expect(await answer).toEqual({ ok: true });
});

test('no more goes on after its page than a browser takes at once, and then again', async () => {
  const half = '\u00e9'.repeat(15 * 1024 - 1);
  const answers = [post('/api/one', half), post('/api/two', half), post('/api/three', half)];
  expect(kept()).toEqual([true, true, false]);
  for (const { answer } of sent) answer();
  await Promise.all(answers);
  void post('/api/four', half);
  void sendBytes('/api/five', new Blob([new Uint8Array(70_000)]));
  expect(kept()).toEqual([true, true, false, true, false]);
  for (const { answer } of sent) answer();
});

test('a network that is away is an answer, and what was on its way counts no longer', async () => {
  globalThis.fetch = jest.fn<typeof fetch>(async () => Promise.reject(new TypeError('away')));
  for (let i = 0; i < 5; i += 1)
    expect(await post('/api/one', 'x'.repeat(40_000))).toEqual({ ok: false, code: 'unreachable' });
  const { calls } = (globalThis.fetch as jest.MockedFunction<typeof fetch>).mock;
  expect(calls.map(([, init]) => init?.keepalive)).toEqual([true, true, true, true, true]);
});
