import { mkdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { createServer, type IncomingHttpHeaders, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { scratch } from '@/testing/scratch';
import { packFiles } from './pack-files.mjs';
import { servedFiles } from './served-files.mjs';

const SCRIPT = `const kite = ${JSON.stringify('up '.repeat(800))};`;
const folder = scratch('kite-served-');
const built = join(folder, 'built');
const open = join(folder, 'open');
const put = (path: string, words: string | Uint8Array) => {
  mkdirSync(join(path, '..'), { recursive: true });
  writeFileSync(path, words);
};

let server: Server;
beforeAll(async () => {
  put(join(built, 'chunks', 'a.js'), SCRIPT);
  put(join(built, 'chunks', 'small.css'), 'a{}');
  put(join(built, 'media', 'letters.woff2'), new Uint8Array(2000));
  put(join(open, 'pdfjs', '5.6', 'worker.mjs'), SCRIPT);
  put(join(open, 'dictionaries', 'index.dic'), 'kite\n'.repeat(500));
  expect(await packFiles([built, open])).toBe(3);
  const files = servedFiles({ built, open });
  server = createServer((asked, answer) => void files(asked, answer, () => answer.writeHead(404).end('next')));
  await new Promise<void>((listening) => server.listen(0, listening));
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

interface Got {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: Buffer;
}

/** What comes when an address is asked for, as it is sent. */
const get = (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  new Promise<Got>((resolve, reject) => {
    const { port } = server.address() as AddressInfo;
    const asked = request({ port, path, method, headers }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (part: Buffer) => parts.push(part));
      answer.on('end', () =>
        resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: Buffer.concat(parts) }),
      );
    });
    asked.on('error', reject).end();
  });

test('a file comes packed as whoever asks takes it, and unpacked is what it was', async () => {
  const ways = [
    ['gzip, deflate, br, zstd', 'br', brotliDecompressSync],
    ['gzip, deflate', 'gzip', gunzipSync],
    ['br;q=0, gzip;q=0.5', 'gzip', gunzipSync],
  ] as const;
  for (const [accepted, way, unpack] of ways) {
    const { headers, body } = await get('/_next/static/chunks/a.js', { 'accept-encoding': accepted });
    expect([accepted, headers['content-encoding']]).toEqual([accepted, way]);
    expect(String(unpack(body))).toBe(SCRIPT);
    expect(Number(headers['content-length'])).toBe(body.length);
    expect(body.length).toBeLessThan(SCRIPT.length / 10);
    expect(headers.vary).toBe('accept-encoding');
  }
  for (const accepted of ['', 'identity', 'vibrant', 'br; q=0, gzip ;q=0.0']) {
    const { headers, body } = await get('/_next/static/chunks/a.js', { 'accept-encoding': accepted });
    expect([accepted, headers['content-encoding']]).toEqual([accepted, undefined]);
    expect(String(body)).toBe(SCRIPT);
  }
});

test('what has its version in its address is kept for good, a dictionary is asked about', async () => {
  for (const path of ['/_next/static/chunks/a.js', '/_next/static/media/letters.woff2', '/pdfjs/5.6/worker.mjs?v=1']) {
    const { status, headers } = await get(path);
    expect([path, status, headers['cache-control']]).toEqual([path, 200, 'public, max-age=31536000, immutable']);
  }
  const first = await get('/dictionaries/index.dic');
  expect(first.headers['cache-control']).toContain('max-age=0');
  const again = await get('/dictionaries/index.dic', { 'if-none-match': first.headers.etag ?? '' });
  expect([again.status, again.body.length]).toEqual([304, 0]);
  expect((await get('/dictionaries/index.dic', { 'if-none-match': 'W/"other"' })).status).toBe(200);
});

test('each has its type, and what has none is bytes', async () => {
  const types = await Promise.all(
    ['/_next/static/chunks/a.js', '/_next/static/chunks/small.css', '/_next/static/media/letters.woff2'].map(
      async (path) => (await get(path)).headers['content-type'],
    ),
  );
  expect(types).toEqual(['text/javascript', 'text/css', 'font/woff2']);
  expect((await get('/dictionaries/index.dic')).headers['content-type']).toBe('application/octet-stream');
});

test('whoever asks for the head alone gets that', async () => {
  const { status, headers, body } = await get('/_next/static/chunks/a.js', {}, 'HEAD');
  expect([status, headers['content-length'], body.length]).toEqual([200, String(SCRIPT.length), 0]);
});

test.each([
  ['another address', '/today', 'GET'],
  ['a packed copy by its own name', '/_next/static/chunks/a.js.br', 'GET'],
  ['a folder', '/_next/static/chunks', 'GET'],
  ['a way out of the folder', '/_next/static/../../open/dictionaries/index.dic', 'GET'],
  ['the same, written otherwise', '/_next/static/%2e%2e/%2e%2e/open/dictionaries/index.dic', 'GET'],
  ['something that is sent to it', '/_next/static/chunks/a.js', 'POST'],
])('%s is left to what comes next', async (_, path, method) => {
  const { status, body } = await get(path, {}, method);
  expect([status, String(body)]).toEqual([404, 'next']);
});

test('a file that is gone meanwhile is left to what comes next, and ends nothing', async () => {
  const path = join(built, 'chunks', 'gone.js');
  put(path, SCRIPT);
  const files = servedFiles({ built, open });
  rmSync(path);
  const passed = await new Promise((resolve) => {
    const asked = { url: '/_next/static/chunks/gone.js', method: 'GET', headers: {} };
    void files(asked as never, { setHeader: () => resolve('sent') } as never, () => resolve('next'));
  });
  expect(passed).toBe('next');
});

test('what is packed already is not packed again, and what has changed is', async () => {
  const path = join(built, 'chunks', 'a.js');
  const packedAt = () => statSync(`${path}.br`).mtimeMs;
  const before = packedAt();
  await packFiles([built]);
  expect(packedAt()).toBe(before);
  const later = new Date(Date.now() + 5000);
  utimesSync(path, later, later);
  await packFiles([built]);
  expect(packedAt()).toBeGreaterThan(before);
  expect(String(brotliDecompressSync(readFileSync(`${path}.br`)))).toBe(SCRIPT);
});
