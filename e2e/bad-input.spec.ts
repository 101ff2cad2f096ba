import { connect } from 'node:net';
import { WebSocket } from 'ws';
import { expect, type School, signIn, test } from './school';

test('whoever is signed out is led to sign in, and what is somebody else’s is not there', async ({
  browser,
  school,
}) => {
  // Which of them may what is decided by one table, which a test of its own walks; here the built pages ask it.
  const asked = [
    ['GET', '/desk/cloud-ladder', 307],
    ['GET', '/classes/weather', 307],
    ['GET', '/marking/cloud-ladder', 307],
    ['GET', '/api/materials/sound-signals/file', 401],
    ['POST', '/api/assignments/cloud-ladder/hand-in', 401],
    ['POST', '/api/steps/cloud-ladder-2/copy', 401],
  ] as const;
  const nobody = await browser.newContext();
  // Ms Haddad teaches another class.
  const stranger = await browser.newContext();
  await signIn(stranger, school, 't-haddad');
  const ask = (who: typeof nobody, method: 'GET' | 'POST', path: string) =>
    who.request.fetch(school.url + path, {
      method,
      headers: { origin: school.url },
      maxRedirects: 0,
      ...(method === 'POST' ? { data: { act: 'act-of-a-stranger', note: '' } } : {}),
    });
  for (const [method, path, status] of asked) {
    const out = await ask(nobody, method, path);
    expect([path, out.status()]).toEqual([path, status]);
    if (status === 307) expect(out.headers().location).toContain('/sign-in');
    const other = await ask(stranger, method, path);
    expect([path, other.status()]).toEqual([path, 404]);
    expect(await other.text()).not.toMatch(/at .*\.(js|ts):\d+/);
  }
});

test('a request that writes from another site is refused', async ({ context, school }) => {
  await signIn(context, school, 's-imke');
  for (const origin of ['https://elsewhere.example', undefined]) {
    const answer = await context.request.post(`${school.url}/api/steps/cloud-ladder-2/copy`, {
      headers: origin ? { origin } : {},
    });
    expect([origin, answer.status()]).toEqual([origin, 403]);
  }
});

test('bad input gets a code and no stack trace', async ({ context, school }) => {
  await signIn(context, school, 's-imke');
  const post = (path: string, data: string) =>
    context.request.post(school.url + path, {
      data,
      headers: { origin: school.url, 'content-type': 'application/json' },
    });
  const cases: [string, string, number, string][] = [
    ['/api/assignments/cloud-ladder/hand-in', '{', 422, 'bad-input'],
    ['/api/assignments/cloud-ladder/hand-in', '{"act":"x"}', 422, 'bad-input'],
    ['/api/assignments/cloud-ladder/hand-in', `{"act":"12345678","note":"${'n'.repeat(300_000)}"}`, 413, 'too-long'],
    ['/api/assignments/nothing-here/hand-in', '{"act":"12345678","note":""}', 404, 'not-found'],
    ['/api/assignments/cloud-ladder/take-back', '{}', 409, 'not-handed-in'],
    ['/api/assignments/which-way/hand-in', '{"act":"12345678","note":""}', 409, 'not-open-yet'],
    ['/api/assignments/postcards/hand-in', '{"act":"12345678","note":""}', 409, 'closed'],
    ['/api/language', '{"locale":"xx"}', 422, 'bad-input'],
    ['/api/sign-in', '{"userName":"imke","password":"wrong"}', 401, 'wrong-password'],
    ['/api/sign-in/demo', '{"person":"nobody"}', 404, 'not-a-demo'],
  ];
  for (const [path, data, status, code] of cases) {
    const answer = await post(path, data);
    expect([path, answer.status(), (await answer.json()).code]).toEqual([path, status, code]);
  }
  expect((await context.request.get(`${school.url}/desk/nothing-here`)).status()).toBe(404);
  expect((await context.request.get(`${school.url}/nothing-here`)).status()).toBe(404);
});

/** Says something on a save socket and gives back the first answer. */
async function onSocket(school: School, cookie: string, messages: unknown[], origin = school.url): Promise<string> {
  return new Promise((resolve) => {
    const socket = new WebSocket(`${school.url.replace('http', 'ws')}/api/save`, { headers: { cookie, origin } });
    socket.on('open', () => {
      for (const message of messages) socket.send(typeof message === 'string' ? message : JSON.stringify(message));
    });
    socket.on('message', (data) => {
      resolve(String(data));
      socket.close();
    });
    socket.on('unexpected-response', (_, response) => resolve(String(response.statusCode)));
    socket.on('error', () => resolve('error'));
  });
}

test('an upgrade that is none of ours is closed, whatever its address, and the server goes on', async ({ school }) => {
  const ask = (path: string, host = `localhost:${school.port}`): Promise<string> =>
    new Promise((resolve, reject) => {
      const socket = connect(school.port, '127.0.0.1', () =>
        socket.write(`GET ${path} HTTP/1.1\r\nHost: ${host}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n`),
      );
      let said = '';
      socket.on('data', (data) => {
        said += String(data);
      });
      socket.on('close', () => resolve(said.split('\r\n')[0] ?? ''));
      socket.on('error', reject);
      socket.setTimeout(5000, () => reject(new Error(`${path} stays open`)));
    });
  expect(await ask('//')).toContain(' 400 ');
  expect(await ask('/%')).toContain(' 400 ');
  expect(await ask('/_next/anything')).toContain(' 404 ');
  expect(await ask('/api/save')).toContain(' 401 ');
  expect(await ask('/api/save', 'rebound.example')).toContain(' 421 ');
  const page = await fetch(`${school.url}/sign-in`);
  expect(page.status).toBe(200);
  const policy = page.headers.get('content-security-policy') ?? '';
  expect(policy).toContain(`connect-src 'self' ws://localhost:${school.port}`);
  for (const path of ['/sign-in', '/api/uploads', '/_next/static/none.js', '/api/none', '/%'])
    expect([path, (await fetch(`${school.url}${path}`)).headers.get('x-content-type-options')]).toEqual([
      path,
      'nosniff',
    ]);
});

test('the save socket is for signed-in people on our own pages, and for their own documents', async ({
  browser,
  school,
}) => {
  const owner = await browser.newContext();
  await signIn(owner, school, 's-imke');
  const copy = await owner.request.post(`${school.url}/api/steps/cloud-ladder-2/copy`, {
    headers: { origin: school.url },
  });
  const { document } = (await copy.json()) as { document: string };
  const other = await browser.newContext();
  await signIn(other, school, 's-zofia');
  const cookieOf = async (who: typeof owner) =>
    (await who.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const [mine, theirs] = [await cookieOf(owner), await cookieOf(other)];
  const join = { kind: 'join', document, vector: '' };
  expect(await onSocket(school, '', [join])).toBe('401');
  expect(await onSocket(school, mine, [join], 'https://elsewhere.example')).toBe('401');
  expect(await onSocket(school, mine, [join])).toContain('"joined"');
  expect(await onSocket(school, theirs, [join])).toContain('"code":"gone"');
  const update = { kind: 'update', document, n: 1, update: 'AAA=' };
  expect(await onSocket(school, theirs, [update])).toContain('"code":"gone"');
  expect(await onSocket(school, mine, ['not json'])).toContain('"code":"malformed"');
  expect(await onSocket(school, mine, [{ kind: 'update', document: 7 }])).toContain('"code":"malformed"');
});

test('a malformed update is refused and the document stays as it was', async ({ context, school }) => {
  await signIn(context, school, 's-imke');
  const copy = await context.request.post(`${school.url}/api/steps/cloud-ladder-2/copy`, {
    headers: { origin: school.url },
  });
  const { document } = (await copy.json()) as { document: string };
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const answers = await new Promise<string[]>((resolve) => {
    const heard: string[] = [];
    const socket = new WebSocket(`${school.url.replace('http', 'ws')}/api/save`, {
      headers: { cookie, origin: school.url },
    });
    socket.on('open', () => {
      socket.send(JSON.stringify({ kind: 'join', document, vector: '' }));
    });
    socket.on('message', (data) => {
      heard.push(String(data));
      if (heard.length === 1)
        socket.send(
          JSON.stringify({ kind: 'update', document, n: 1, update: Buffer.alloc(50, 255).toString('base64') }),
        );
      if (heard.length === 2) socket.send(JSON.stringify({ kind: 'join', document, vector: '' }));
      if (heard.length === 3) {
        resolve(heard);
        socket.close();
      }
    });
  });
  expect(answers[1]).toContain('"code":"malformed"');
  expect(JSON.parse(answers[2] ?? '').update).toBe(JSON.parse(answers[0] ?? '').update);
});

test('pages carry security headers, a picture opened by itself runs nothing, and the health says how it is', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-imke');
  const answer = await page.goto(`${school.url}/today`);
  const headers = answer?.headers() ?? {};
  expect(headers['content-security-policy']).toContain("script-src 'self' 'nonce-");
  expect(headers['content-security-policy']).toContain("object-src 'none'");
  expect(headers['x-content-type-options']).toBe('nosniff');
  const cookie = (await context.cookies()).find(({ name }) => name === 'kite_session');
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  const picture = await context.request.get(`${school.url}/api/pictures/cloud-ladder-cloud-ladder`);
  expect(picture.headers()['content-security-policy']).toContain('sandbox');
  const health = await context.request.get(`${school.url}/api/health`);
  expect(await health.json()).toEqual({ ok: true, version: '0.1.0', database: 'open' });
});
