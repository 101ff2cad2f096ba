import { readdirSync, statSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join, sep } from 'node:path';
import { lookup } from 'mrmime';

/** The packed copies of a file (`pack-files.mjs`), the smallest first. */
const PACKED = [
  ['br', '.br'],
  ['gzip', '.gz'],
];
const YEAR = 'public, max-age=31536000, immutable';
/** It is asked about each time, and sent only where it is another one. */
const ASKED = 'public, max-age=0, must-revalidate';

/** Whether whoever asks takes something packed in this way (RFC 9110, section 12.5.3). */
const takes = (accepted, way) => new RegExp(`(^|[,\\s])${way}(?!\\s*;\\s*q=0(\\.0*)?\\s*(,|$))`).test(accepted);

/** Files of a folder by their address, with the name under which each is sent. */
function filesIn(folder, under, keep) {
  const names = readdirSync(folder, { recursive: true }).filter((name) => statSync(join(folder, name)).isFile());
  const all = new Set(names);
  return names
    .filter((name) => !PACKED.some(([, end]) => name.endsWith(end) && all.has(name.slice(0, -end.length))))
    .map((name) => {
      const { size, mtimeMs } = statSync(join(folder, name));
      const address = `${under}/${name.split(sep).join('/')}`;
      return [
        address,
        {
          path: join(folder, name),
          ways: PACKED.filter(([, end]) => all.has(name + end)),
          etag: `W/"${size.toString(16)}-${Math.floor(mtimeMs).toString(16)}"`,
          type: lookup(name) ?? 'application/octet-stream',
          keep: keep(address),
        },
      ];
    });
}

/**
 * Sends what was built and lies there as files, packed as the build packed it: a page brings two dozen of them, and a
 * framework that packs each anew, for everybody who asks, takes longer for these than for the page. What was asked for once is
 * kept in memory. Whatever is no such file is left to what comes next, as is one that cannot be read any more.
 *
 * @param {{ readonly built: string, readonly open: string }} folders what the build made, and what is open to everybody
 */
export function servedFiles({ built, open }) {
  const files = new Map([
    ...filesIn(built, '/_next/static', () => YEAR),
    // What has its version in its address is kept for good.
    ...filesIn(open, '', (address) => (address.startsWith('/pdfjs/') ? YEAR : ASKED)),
  ]);
  const bytes = new Map();
  const read = (path) => {
    if (!bytes.has(path)) {
      const reading = readFile(path);
      bytes.set(path, reading);
      reading.catch(() => bytes.delete(path));
    }
    return bytes.get(path);
  };
  return async (request, response, next) => {
    const file = files.get((request.url ?? '').split('?', 1)[0]);
    if (!file || (request.method !== 'GET' && request.method !== 'HEAD')) return next();
    const way = file.ways.find(([name]) => takes(request.headers['accept-encoding'] ?? '', name));
    const isKnown = request.headers['if-none-match']?.includes(file.etag);
    let body;
    try {
      body = isKnown ? null : await read(file.path + (way?.[1] ?? ''));
    } catch {
      return next();
    }
    response.setHeader('cache-control', file.keep);
    response.setHeader('etag', file.etag);
    if (file.ways.length > 0) response.setHeader('vary', 'accept-encoding');
    if (body === null) return response.writeHead(304).end();
    if (way) response.setHeader('content-encoding', way[0]);
    response.writeHead(200, { 'content-type': file.type, 'content-length': body.length });
    return response.end(request.method === 'HEAD' ? undefined : body);
  };
}
