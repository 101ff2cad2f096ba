import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { signInToDemo } from '@/server/doing/accounts/signing-in';
import { record } from '@/store/events';
import { type TestSchool, testSchool } from '@/store/test-school';
import { answerEvents } from './event-stream';
import { Listening } from './listening';

let school: TestSchool;
let hub: Listening;
let server: Server;
let url: string;
beforeAll(async () => {
  school = await testSchool();
  hub = new Listening(school.db);
  await hub.start();
  server = createServer((request, response) => void answerEvents(school.db, hub, request, response));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/events`;
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await school.end();
});

async function cookieOf(id: string): Promise<string> {
  const entered = await signInToDemo(school.db, id as PersonId, Date.now());
  if (!entered.ok) throw new Error(entered.code);
  return `kite_session=${entered.token}`;
}

/** Opens a stream; gives back what has been said on it, and how to leave. */
async function listen(cookie: string, from = '') {
  const leave = new AbortController();
  const answer = await fetch(url + from, { headers: { cookie }, signal: leave.signal });
  let said = '';
  let ended = false;
  const reader = answer.body?.getReader();
  void (async () => {
    const decoder = new TextDecoder();
    for (;;) {
      const next = await reader?.read().catch(() => undefined);
      if (!next || next.done) break;
      said += decoder.decode(next.value, { stream: true });
    }
    ended = true;
  })();
  const until = async (words: string) => {
    for (let i = 0; i < 200 && !said.includes(words); i += 1) await new Promise((resolve) => setTimeout(resolve, 25));
    expect(said).toContain(words);
  };
  return { answer, until, said: () => said, ended: () => ended, leave: () => leave.abort() };
}

const handedIn = () =>
  record(school.db, {
    kind: 'taken-back',
    at: Date.now(),
    classId: 'weather' as ClassId,
    assignmentId: 'cloud-ladder' as AssignmentId,
    studentId: 's-wren' as PersonId,
    actorId: 's-wren' as PersonId,
  });

test('says that something happened, to whom it concerns, and nothing of whom it is about', async () => {
  const [wren, zofia] = await Promise.all([listen(await cookieOf('s-wren')), listen(await cookieOf('s-zofia'))]);
  expect(wren.answer.headers.get('content-type')).toBe('text/event-stream');
  expect(wren.answer.headers.get('cache-control')).toBe('no-store');
  await Promise.all([wren.until('id: '), zofia.until('id: ')]);
  const mark = /id: (\S+)/.exec(wren.said())?.[1] ?? '';
  await handedIn();
  await wren.until('data: {"kind":"taken-back"}');
  expect(zofia.said()).not.toContain('taken-back');
  expect(wren.said()).not.toContain('s-wren');
  // Who comes back with a mark hears what was told meanwhile.
  wren.leave();
  const again = await listen(await cookieOf('s-wren'), `?from=${mark}`);
  await again.until('data: {"kind":"taken-back"}');
  again.leave();
  zofia.leave();
});

test('nobody listens without being signed in, and nothing but reading is answered', async () => {
  for (const cookie of ['', 'kite_session=made-up']) {
    const answer = await fetch(url, { headers: { cookie } });
    expect(answer.status).toBe(401);
    expect(await answer.json()).toEqual({ ok: false, code: 'sign-in-first' });
  }
  expect((await fetch(url, { method: 'POST', headers: { cookie: await cookieOf('s-wren') } })).status).toBe(405);
});

test('ends with the session, and says so', async () => {
  const cookie = await cookieOf('s-otso');
  const stream = await listen(cookie);
  await stream.until('id: ');
  await school.db.query("DELETE FROM session WHERE person_id = 's-otso'");
  await stream.until('event: signed-out');
  for (let i = 0; i < 100 && !stream.ended(); i += 1) await new Promise((resolve) => setTimeout(resolve, 20));
  expect(stream.ended()).toBe(true);
});

test('who has too many open is told so, and whoever leaves makes room', async () => {
  const cookie = await cookieOf('s-keanu');
  const streams = [];
  for (let i = 0; i < 20; i += 1) {
    const stream = await listen(cookie);
    await stream.until('id: ');
    streams.push(stream);
  }
  const more = await listen(cookie);
  await more.until('event: too-many-open');
  streams[0]?.leave();
  for (let i = 0; i < 100; i += 1) {
    const next = await listen(cookie);
    await new Promise((resolve) => setTimeout(resolve, 50));
    if (!next.said().includes('too-many-open')) break;
    expect(i).toBeLessThan(99);
  }
  for (const stream of streams) stream.leave();
});
