import { connect } from 'node:net';
import { expect, signIn, test } from './school';

test('whoever is signed out is led to sign in, and what is somebody else’s is not there', async ({
  school,
  another,
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
  const nobody = await another();
  // Ms Haddad teaches another class.
  const stranger = await another();
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
  expect(await health.json()).toEqual({ ok: true, version: '0.1.0', database: 'open', setAside: 0 });
});
