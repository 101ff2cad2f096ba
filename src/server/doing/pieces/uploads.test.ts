import { readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer, request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { Upload } from 'tus-js-client';
import type { AssignmentId, Instant } from '@/core/ids';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { MOST_PIECES } from '@/server/limits';
import { handedInFile, pieceFile, pieceThumb, viewPiece } from '@/server/reading/documents/piece-view';
import { read } from '@/store/database';
import { piecesOf } from '@/store/hand-ins';
import { ownerOfUpload } from '@/store/limits';
import type { Person } from '@/store/people';
import { piecesOfOwner, piecesOfWork } from '@/store/pieces';
import { type TestSchool, testSchool } from '@/store/test-school';
import { changePiece, putPiece } from './pieces';
import { clearUploads, receiveUpload } from './uploads';

const WORK = 'cloud-ladder' as AssignmentId;
let school: TestSchool;
let student: Person;
let server: Server;
let address = '';
const now: Instant = Date.now();

/** The routes as they are served, over real connections that can be cut. */
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  student = await school.person('s-wren');
  server = createServer((incoming, outgoing) => {
    const body = incoming.method === 'PATCH' || incoming.method === 'POST' ? Readable.toWeb(incoming) : null;
    const asked = new Request(`http://${incoming.headers.host}${incoming.url}`, {
      method: incoming.method ?? 'GET',
      headers: incoming.headers as Record<string, string>,
      body: body as ReadableStream<Uint8Array> | null,
      duplex: 'half',
    } as RequestInit);
    receiveUpload(
      school.db,
      student,
      { request: asked, upload: asked.method === 'POST' ? null : (incoming.url?.split('/').at(-1) ?? '') },
      Date.now(),
    )
      .then(async (answer) => {
        outgoing.writeHead(answer.status, Object.fromEntries(answer.headers));
        outgoing.end(Buffer.from(await answer.arrayBuffer()));
      })
      .catch(() => outgoing.destroy());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await school.end();
});

/** Sends a file as the browser does. Gives back the code of a refusal, or `ok`. */
function send(name: string, bytes: Uint8Array, assignment = WORK as string, step = ''): Promise<string> {
  return new Promise((resolve, reject) => {
    new Upload(Buffer.from(bytes), {
      endpoint: `${address}/api/uploads`,
      metadata: { name, assignment, step },
      retryDelays: [],
      chunkSize: 64 * 1024,
      onSuccess: () => resolve('ok'),
      onError: (error) => {
        const said = 'originalResponse' in error ? error.originalResponse?.getBody() : undefined;
        if (said?.startsWith('{')) resolve((JSON.parse(said) as { code: string }).code);
        else reject(error);
      },
    }).start();
  });
}

async function pdf(pages: number): Promise<Uint8Array> {
  const made = await PDFDocument.create();
  for (let page = 0; page < pages; page += 1) made.addPage([200, 200]);
  return made.save();
}

const along = async () =>
  (await read(school.db, piecesOfWork(WORK, student.id))).filter(({ removed_at }) => removed_at === null);
const leftovers = () => readdirSync(join(school.folder, 'uploads'));

describe('a file that is sent', () => {
  test('becomes a piece, known by its bytes, its pages counted', async () => {
    expect(await send('map.pdf', await pdf(3))).toBe('ok');
    expect(await along()).toMatchObject([{ name: 'map.pdf', is: { kind: 'file', type: 'application/pdf', pages: 3 } }]);
    expect(leftovers()).toEqual([]);
  });

  test('finds a disk that is full: it is said so, nothing half is kept, and the next one is taken', async () => {
    const before = (await along()).length;
    const sent = Buffer.from('a photograph');
    const begun = await fetch(`${address}/api/uploads`, {
      method: 'POST',
      headers: {
        'tus-resumable': '1.0.0',
        'upload-length': String(sent.length),
        'upload-metadata': `name ${btoa('web.txt')},assignment ${btoa(WORK)}`,
      },
    });
    const upload = begun.headers.get('location')?.split('/').at(-1) ?? '';
    // The file that is being written to lies on a device without room.
    const path = join(school.folder, 'uploads', upload);
    rmSync(path);
    symlinkSync('/dev/full', path);
    const answer = await fetch(`${address}/api/uploads/${upload}`, {
      method: 'PATCH',
      headers: { 'tus-resumable': '1.0.0', 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
      body: sent,
    });
    expect(await answer.json()).toMatchObject({ ok: false, code: 'no-space' });
    expect([leftovers(), (await along()).length]).toEqual([[], before]);
    expect(await send('rope.pdf', await pdf(1))).toBe('ok');
    const [rope] = (await along()).filter(({ name }) => name === 'rope.pdf');
    await changePiece(school.db, student, String(rope?.id), { act: 'remove' }, now);
  });

  test('what was begun and never finished is thrown away after a day, and what goes on is not', async () => {
    const begin = async () => {
      const begun = await fetch(`${address}/api/uploads`, {
        method: 'POST',
        headers: {
          'tus-resumable': '1.0.0',
          'upload-length': '900',
          'upload-metadata': `name ${btoa('half.txt')},assignment ${btoa(WORK)}`,
        },
      });
      return begun.headers.get('location')?.split('/').at(-1) ?? '';
    };
    const [old, young] = [await begin(), await begin()];
    const notes = join(school.folder, 'uploads', `${old}.json`);
    const begun = JSON.parse(readFileSync(notes, 'utf8')) as object;
    writeFileSync(notes, JSON.stringify({ ...begun, creation_date: new Date(now - 25 * 3_600_000) }));
    await school.db.query('UPDATE upload SET at = $2 WHERE id = $1', [old, new Date(now - 25 * 3_600_000)]);
    await clearUploads(school.db, Date.now());
    expect(leftovers().filter((name) => name.startsWith(old))).toEqual([]);
    expect(leftovers().filter((name) => name.startsWith(young))).toHaveLength(2);
    expect([await ownerOfUpload(school.db, old), await ownerOfUpload(school.db, young)]).toEqual([null, student.id]);
    await fetch(`${address}/api/uploads/${young}`, { method: 'DELETE', headers: { 'tus-resumable': '1.0.0' } });
    expect(leftovers()).toEqual([]);
  });

  test('a second one of the same name is told apart, and the same bytes are kept once', async () => {
    expect(await send('map.pdf', await pdf(3))).toBe('ok');
    expect((await along()).map(({ name }) => name)).toEqual(['map.pdf', 'map (2).pdf']);
  });

  test('cut twenty times, it goes on where it was and comes out equal', async () => {
    const bytes = crypto.getRandomValues(new Uint8Array(65_536));
    const whole = Buffer.concat(Array.from({ length: 40 }, () => Buffer.from(bytes)));
    const tus = { 'tus-resumable': '1.0.0' };
    const meta = ['name', 'assignment'].map((key, i) => `${key} ${btoa(['sea.bin', WORK][i] ?? '')}`).join(',');
    const made = await fetch(`${address}/api/uploads`, {
      method: 'POST',
      headers: { ...tus, 'upload-length': String(whole.length), 'upload-metadata': meta },
    });
    const path = made.headers.get('location') ?? '';
    const offset = async () =>
      Number((await fetch(address + path, { method: 'HEAD', headers: tus })).headers.get('upload-offset'));
    const patch = (from: number, to: number, cut: boolean) =>
      new Promise<number>((resolve) => {
        const sent = httpRequest(address + path, {
          method: 'PATCH',
          headers: {
            ...tus,
            'content-type': 'application/offset+octet-stream',
            'upload-offset': from,
            'content-length': whole.length - from,
          },
        });
        sent.on('response', (answer) => resolve(answer.resume().statusCode ?? 0));
        sent.on('error', () => resolve(0));
        if (!cut) sent.end(whole.subarray(from));
        else sent.write(whole.subarray(from, to), () => setTimeout(() => sent.destroy(), 20));
      });
    let cuts = 0;
    let at = 0;
    while (cuts < 20) {
      expect(await patch(at, at + 100_000, true)).toBe(0);
      cuts += 1;
      await new Promise((resolve) => setTimeout(resolve, 60));
      const reached = await offset();
      expect(reached).toBeGreaterThanOrEqual(at);
      at = reached;
    }
    expect(at).toBeGreaterThan(500_000);
    expect((await along()).some(({ name }) => name === 'sea.bin')).toBe(false);
    expect(await patch(at, whole.length, false)).toBe(200);
    const piece = (await along()).find(({ name }) => name === 'sea.bin');
    const got = await pieceFile(school.db, piece?.id ?? '', new Request('http://x/?download'));
    expect(Buffer.compare(Buffer.from(await got.arrayBuffer()), whole)).toBe(0);
    expect(leftovers()).toEqual([]);
  });

  test('belongs to whoever began it', async () => {
    const made = await fetch(`${address}/api/uploads`, {
      method: 'POST',
      headers: {
        'tus-resumable': '1.0.0',
        'upload-length': '10',
        'upload-metadata': `name ${btoa('a.txt')},owner ${btoa('t-bello')}`,
      },
    });
    const id = made.headers.get('location')?.split('/').at(-1) ?? '';
    expect(await ownerOfUpload(school.db, id)).toBe(student.id);
    for (const other of ['unknown', '../../etc/passwd', `${id}.json`, '']) {
      expect([other, await ownerOfUpload(school.db, other)]).toEqual([other, null]);
    }
    await fetch(`${address}/api/uploads/${id}`, { method: 'DELETE', headers: { 'tus-resumable': '1.0.0' } });
    expect(leftovers()).toEqual([]);
  });
});

describe('a file that is not taken', () => {
  const text = (words: string) => new TextEncoder().encode(words);
  const bigPng = async () => {
    const small = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    const bytes = new Uint8Array(small);
    const view = new DataView(bytes.buffer);
    view.setUint32(16, 30_000);
    view.setUint32(20, 30_000);
    // The check sum of the header, as the W3C Recommendation (PNG, annex D) counts it.
    let sum = 0xffffffff;
    for (const byte of bytes.subarray(12, 29)) {
      sum ^= byte;
      for (let bit = 0; bit < 8; bit += 1) sum = sum & 1 ? (sum >>> 1) ^ 0xedb88320 : sum >>> 1;
    }
    view.setUint32(29, (sum ^ 0xffffffff) >>> 0);
    return bytes;
  };
  const locked = async () => {
    const made = await PDFDocument.create();
    made.addPage();
    made.encrypt({ userPassword: 'secret', ownerPassword: 'owner' });
    return made.save();
  };
  test.each([
    ['a picture that says it is a PDF', 'essay.pdf', async () => bigPng(), 'name-lies'],
    ['a web page that says it is a picture', 'cat.png', async () => text('<html><script>1</script>'), 'name-lies'],
    ['a PDF with a password', 'essay.pdf', locked, 'pdf-locked'],
    ['a broken PDF', 'essay.pdf', async () => text('%PDF-1.7\nnothing more'), 'pdf-broken'],
    ['30,000 by 30,000 points', 'wall.png', bigPng, 'picture-too-large'],
    ['a broken picture', 'cat.png', async () => text('\u0089PNG'), 'name-lies'],
    ['no bytes', 'none.txt', async () => new Uint8Array(0), 'empty-file'],
    ['no name', ' \u202e ', async () => text('words'), 'no-name'],
  ])('%s', async (_, name, bytes, code) => {
    const before = await along();
    expect(await send(name, await bytes())).toBe(code);
    expect(await along()).toEqual(before);
    expect(leftovers()).toEqual([]);
  });

  test('one for work of another class, or work that takes no files', async () => {
    expect(await send('a.txt', text('words'), 'unknown')).toBe('not-found');
    expect(await send('a.txt', text('words'), 'tide-walk')).toBe('nothing-to-hand-in');
  });

  test('a page with a script is taken as a file, and only ever leaves as a download that runs nothing', async () => {
    expect(await send('page.html', text('<html><script>alert(1)</script></html>'))).toBe('ok');
    const piece = (await along()).find(({ name }) => name === 'page.html');
    expect(await viewPiece(school.db, student, piece?.id ?? '')).toMatchObject({ content: { kind: 'unshown' } });
    const answer = await pieceFile(school.db, piece?.id ?? '', new Request('http://x/'));
    expect(answer.headers.get('content-type')).toBe('application/octet-stream');
    expect(answer.headers.get('content-disposition')).toMatch(/^attachment/);
    expect(answer.headers.get('content-security-policy')).toMatch(/^sandbox/);
    await changePiece(school.db, student, piece?.id ?? '', { act: 'remove' }, now);
  });
});

test('of which upload a request speaks is decided once: no other id is read out of its address', async () => {
  const begin = async () => {
    const asked = new Request(`${address}/api/uploads`, {
      method: 'POST',
      headers: { 'tus-resumable': '1.0.0', 'upload-length': '9', 'upload-metadata': `name ${btoa('a.txt')}` },
    });
    const answer = await receiveUpload(school.db, student, { request: asked, upload: null }, now);
    return answer.headers.get('location')?.split('/').at(-1) ?? '';
  };
  const [allowed, other] = [await begin(), await begin()];
  const drop = new Request(`${address}/api/uploads/${other}`, {
    method: 'DELETE',
    headers: { 'tus-resumable': '1.0.0' },
  });
  expect((await receiveUpload(school.db, student, { request: drop, upload: allowed }, now)).status).toBe(204);
  expect([await ownerOfUpload(school.db, allowed), await ownerOfUpload(school.db, other)]).toEqual([null, student.id]);
});

describe('pieces', () => {
  test('are renamed with their ending, taken off and brought back under a name of their own', async () => {
    const [first, second] = await along();
    const rename = { act: 'rename', name: 'The harbour' } as const;
    expect(await changePiece(school.db, student, first?.id ?? '', rename, now)).toEqual({ ok: true });
    expect((await along())[0]?.name).toBe('The harbour.pdf');
    await changePiece(school.db, student, first?.id ?? '', { act: 'remove' }, now);
    await changePiece(school.db, student, second?.id ?? '', rename, now);
    await changePiece(school.db, student, first?.id ?? '', { act: 'bring-back' }, now);
    expect((await along()).map(({ name }) => name).sort()).toEqual([
      'The harbour (2).pdf',
      'The harbour.pdf',
      'sea.bin',
    ]);
    expect(await changePiece(school.db, student, first?.id ?? '', { act: 'rename', name: ' ' }, now)).toMatchObject({
      code: 'no-name',
    });
  });

  test('a link is checked for its form, and gets a name where none was given', async () => {
    const put = (url: string) => putPiece(school.db, student, WORK, { from: 'link', address: url, name: '' }, now);
    expect(await put('example.org/clouds')).toMatchObject({ ok: true });
    expect(await put('javascript:alert(1)')).toEqual({ ok: false, code: 'not-an-address' });
    expect(await put('nothing')).toEqual({ ok: false, code: 'not-an-address' });
    expect((await along()).find(({ is }) => is.kind === 'link')).toMatchObject({
      name: 'example.org',
      is: { address: 'https://example.org/clouds' },
    });
  });

  test('a picture has a small picture', async () => {
    const photo = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#39c' } })
      .jpeg()
      .toBuffer();
    expect(await send('sky.jpg', new Uint8Array(photo))).toBe('ok');
    const piece = (await along()).find(({ name }) => name === 'sky.jpg');
    const small = await pieceThumb(school.db, student, piece?.id ?? '', new Request('http://x/'));
    expect(await sharp(Buffer.from(await small.arrayBuffer())).metadata()).toMatchObject({
      width: 320,
      format: 'webp',
    });
  });

  test('go along with the hand-in as they were, and cannot be changed then', async () => {
    const before = await along();
    const outcome = await handIn(school.db, student, { assignmentId: WORK, act: 'with-files', note: '' }, now);
    if (!outcome.ok) throw new Error(JSON.stringify(outcome));
    expect(outcome.receipt.pieces.map(({ title, kind }) => [kind, title])).toEqual(
      before.map(({ is, name }) => [is.kind, name]),
    );
    const frozen = await read(school.db, piecesOf(outcome.receipt.id));
    const file = frozen.find(({ title }) => title === 'sky.jpg');
    const got = await handedInFile(
      school.db,
      { person: student, now: Date.now() },
      outcome.receipt.id,
      file?.position ?? -1,
      new Request('http://x/'),
    );
    expect(got.headers.get('content-type')).toBe('image/jpeg');
    expect(await changePiece(school.db, student, before[0]?.id ?? '', { act: 'remove' }, now)).toEqual({
      ok: false,
      code: 'already-handed-in',
    });
    expect(await send('late.txt', new TextEncoder().encode('words'))).toBe('already-handed-in');
  });

  test('from the shelf: a file of other work is put to this one too', async () => {
    const sea = (await read(school.db, piecesOfOwner(student.id))).find(({ name }) => name === 'sea.bin');
    const other = 'storm-words' as AssignmentId;
    const put = await putPiece(school.db, student, other, { from: 'piece', id: sea?.id ?? '' }, now);
    expect(put).toMatchObject({ ok: true });
    expect(await read(school.db, piecesOfWork(other, student.id))).toMatchObject([{ name: 'sea.bin' }]);
    const stranger = await school.person('s-imke');
    expect(await putPiece(school.db, stranger, other, { from: 'piece', id: sea?.id ?? '' }, now)).toMatchObject({
      ok: false,
    });
  });

  test('there is a most of them', async () => {
    const imke = await school.person('s-imke');
    const put = (i: number) =>
      putPiece(school.db, imke, WORK, { from: 'link', address: `example.org/${i}`, name: `${i}` }, now);
    for (let i = 0; i < MOST_PIECES; i += 1) expect(await put(i)).toMatchObject({ ok: true });
    expect(await put(99)).toEqual({ ok: false, code: 'too-many-pieces' });
  });
});

test('what was recorded says how long it is and at which step; a step of other work, or none, is no step of it', async () => {
  const SAID = 'spoken-letter' as AssignmentId;
  const bytes = new Uint8Array(readFileSync(join('demo', 'files', 'spoken-letter.webm')));
  const [own] = (await school.db.query('SELECT id FROM step WHERE assignment_id = $1', [SAID])).rows as {
    id: string;
  }[];
  const [other] = (await school.db.query('SELECT id FROM step WHERE assignment_id <> $1', [SAID])).rows as {
    id: string;
  }[];
  for (const [name, step] of [
    ['own.webm', own?.id],
    ['other.webm', other?.id],
    ['none.webm', 'no-such-step'],
  ] as const)
    expect(await send(name, bytes, SAID, step)).toBe('ok');
  const pieces = await read(school.db, piecesOfWork(SAID, student.id));
  const of = (name: string) => pieces.find((piece) => piece.name === name);
  expect([of('own.webm')?.step_id, of('other.webm')?.step_id, of('none.webm')?.step_id]).toEqual([own?.id, null, null]);
  expect(of('own.webm')?.is).toMatchObject({ kind: 'file', type: 'audio/webm' });
  const { is } = of('own.webm') ?? {};
  expect(is && 'seconds' in is ? Math.round(is.seconds ?? 0) : null).toBe(75);
});
