import { closeSync, existsSync, openSync, readdirSync, truncateSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { AssignmentId, Instant, PersonId, StepId } from '@/core/ids';
import { doStep, handIn, openCopy } from '@/server/doing/handing-in/handing-in';
import { byteRange, fileResponse } from '@/server/http/file-response';
import { desk } from '@/server/reading/desk/desk';
import { workOf } from '@/server/reading/work/work-list';
import { filePath, keepFile, streamPart } from '@/store/files';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { bookPicture, chapterOf, leaveOff, mayRead, viewMaterial } from './materials';

let school: TestSchool;
let wren: Person;
let bello: Person;
let now: Instant;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  wren = await school.person('s-wren');
  bello = await school.person('t-bello');
  now = Date.now();
});
afterAll(() => school.end());

const seen = async (id: string, person: Person = wren) => {
  const material = await findMaterial(school.db, id);
  if (!material) throw new Error(`there is no ${id}`);
  return viewMaterial(school.db, material, person);
};

describe('a material as it is shown', () => {
  test.each([
    ['material-1', 'text'],
    ['shore-guide', 'pdf'],
    ['parts-of-a-kite', 'slides'],
    ['harbour-tides', 'sheet'],
    ['mast-readings', 'sheet'],
    ['harbour-picture', 'image'],
    ['kite-goes-up', 'video'],
    ['sound-signals', 'audio'],
    ['tide-station', 'link'],
    ['two-moths', 'book'],
    ['harbour-map', 'unshown'],
  ])('%s is shown as %s', async (id, kind) => {
    expect((await seen(id)).content.kind).toBe(kind);
  });

  test('a file that is not what its kind promises says so, and offers what there is', async () => {
    const at = now;
    const noise = await keepFile(school.db, join(school.folder, 'files'), {
      bytes: new Uint8Array(200).fill(0xfd),
      type: 'application/octet-stream',
      at,
    });
    for (const [id, kind] of [
      ['two-moths', 'broken'],
      ['harbour-tides', 'broken'],
      ['shore-guide', 'unshown'],
      ['sound-signals', 'unshown'],
      ['harbour-picture', 'unshown'],
    ] as const) {
      await school.db
        .transaction(async (tx) => {
          await tx.query('UPDATE material SET file_sha256 = $2 WHERE id = $1', [id, noise]);
          const material = await findMaterial(tx, id);
          expect([id, material && (await viewMaterial(tx, material, wren)).content.kind]).toEqual([id, kind]);
          throw new Error('undo');
        })
        .catch((error: Error) => expect(error.message).toBe('undo'));
    }
  });

  test('one that was removed is named as that, and its file is not given', async () => {
    await school.db.query("UPDATE material SET removed_at = now() WHERE id = 'harbour-map'");
    expect((await seen('harbour-map')).content).toEqual({ kind: 'broken', why: 'gone', file: null });
    await school.db.query("UPDATE material SET removed_at = NULL WHERE id = 'harbour-map'");
  });

  test('where one left off is kept, and what arrives late does not overwrite it', async () => {
    await leaveOff(school.db, wren.id, 'shore-guide', 4, now);
    await leaveOff(school.db, wren.id, 'shore-guide', 2, now - 5000);
    expect((await seen('shore-guide')).spot).toBe(4);
    expect((await seen('shore-guide', await school.person('s-yusuf'))).spot).toBe(0);
  });

  test('a book: chapters one by one, its pictures, and nothing beyond', async () => {
    expect(await chapterOf(school.db, wren, 'two-moths', 1)).toMatchObject({ ok: true, title: 'Forty-one buckets' });
    expect(await chapterOf(school.db, wren, 'two-moths', 9)).toBeNull();
    expect(await chapterOf(school.db, wren, 'shore-guide', 0)).toBeNull();
    const name = (path: string) => Buffer.from(path).toString('base64url');
    expect((await bookPicture(school.db, wren, 'two-moths', name('book/tower.png')))?.type).toBe('image/png');
    expect(await bookPicture(school.db, wren, 'two-moths', name('book/package.opf'))).toBeNull();
  });
});

describe('who may read what, and when', () => {
  const may = (id: string, person: Person = wren, at = now) => mayRead(school.db, person, id, at);

  test('a material outside its window is for teachers only', async () => {
    expect([await may('new-moon-text'), await may('new-moon-text', bello)]).toEqual([false, true]);
    expect([await may('two-moths'), await may('two-moths', wren, now + 20 * 86_400_000)]).toEqual([true, false]);
  });

  test('what hangs on an announcement may be read; what belongs to closed steps may not', async () => {
    expect(await may('mast-readings')).toBe(true);
    expect(await may('cloud-ladder-reading')).toBe(true);
    await school.db.query("UPDATE assignment SET opens_at = $1 WHERE id = 'cloud-ladder'", [new Date(now + 3_600_000)]);
    expect(await may('cloud-ladder-reading')).toBe(false);
    await school.db.query("UPDATE assignment SET opens_at = NULL WHERE id = 'cloud-ladder'");
  });

  test('nobody of another class may', async () => {
    expect(await may('shore-guide', await school.person('s-zofia'))).toBe(false);
    expect(await may('shore-guide', await school.person('t-haddad'))).toBe(false);
    expect(await may('no-such-thing')).toBe(false);
  });
});

describe('steps that come in order, and work that waits for other work', () => {
  const step = (n: number) => `shed-rules-${n}` as StepId;
  const view = () => desk(school.db, wren, 'shed-rules' as AssignmentId, now);

  test('of a step that is not open yet nothing reaches the browser', async () => {
    const before = await view();
    expect(before?.steps.map(({ open }) => open)).toEqual([true, false, false]);
    expect(before?.steps[1]).toMatchObject({ open: false, given: { material: null } });
    expect(JSON.stringify(before)).not.toContain('parts-of-a-kite');
    expect(await doStep(school.db, wren, step(2), now)).toMatchObject({ ok: false, code: 'earlier-step-first' });
  });

  test('agreeing is kept with its time and opens the next step', async () => {
    await doStep(school.db, wren, step(1), now);
    const after = await view();
    expect(after?.steps[0]).toMatchObject({ done: true, doneAt: now });
    expect(after?.steps.map(({ open }) => open)).toEqual([true, true, false]);
    expect(after?.steps[1]?.given).toMatchObject({ material: { content: { kind: 'slides' } } });
  });

  test('first flight opens with the hand-in of the rules, once, and taking back locks nothing', async () => {
    const flight = 'first-flight' as AssignmentId;
    const before = await desk(school.db, wren, flight, now);
    expect(before).toMatchObject({ state: 'opens-later', steps: [], instructions: null });
    expect(before?.waitsFor).toEqual([{ id: 'shed-rules', title: 'The rules of the shed', done: false }]);
    expect(await openCopy(school.db, wren, 'first-flight-1' as StepId, now)).toMatchObject({ code: 'not-open-yet' });
    const listed = (await workOf(school.db, wren, null, now)).find(({ id }) => id === 'shed-rules');
    expect(listed?.unlocks.map(({ title }) => title)).toEqual(['First flight']);

    await handIn(school.db, wren, { assignmentId: 'shed-rules' as AssignmentId, act: 'tick', note: '' }, now);
    expect(await desk(school.db, wren, flight, now)).toMatchObject({
      state: 'not-started',
      waitsFor: [{ done: true }],
    });
    const { rows } = await school.db.query(
      "SELECT 1 FROM event WHERE kind = 'unlocked' AND student_id = 's-wren' AND assignment_id = 'first-flight'",
    );
    expect(rows).toHaveLength(1);
    const yusuf = await school.person('s-yusuf');
    expect((await desk(school.db, yusuf, flight, now))?.state).toBe('opens-later');
  });
});

describe('a file on its way to the browser', () => {
  // RFC 9110, 14.1.2: the examples for a representation of 10,000 bytes.
  test.each([
    ['bytes=0-499', { from: 0, to: 499 }],
    ['bytes=500-999', { from: 500, to: 999 }],
    ['bytes=-500', { from: 9500, to: 9999 }],
    ['bytes=9500-', { from: 9500, to: 9999 }],
    ['bytes=0-20000', { from: 0, to: 9999 }],
    ['bytes=10000-', 'bad'],
    ['bytes=9-3', 'bad'],
    ['bytes=0-0,-1', null],
    ['pages=1-2', null],
    [null, null],
  ])('%s', (header, range) => {
    expect(byteRange(header, 10_000)).toEqual(range);
  });

  test('a range is answered with its part, the name whole, and nothing that runs', async () => {
    const material = await findMaterial(school.db, 'sound-signals');
    const file = { sha256: material?.file_sha256 ?? '', name: 'Nebel “ö”.wav', download: false };
    const request = new Request('http://school/', { headers: { range: 'bytes=0-3' } });
    const answer = await fileResponse(school.db, file, request);
    expect(answer.status).toBe(206);
    expect(await answer.text()).toBe('RIFF');
    expect(answer.headers.get('content-range')).toMatch(/^bytes 0-3\/\d+$/);
    expect(answer.headers.get('content-disposition')).toContain(
      "filename*=UTF-8''Nebel%20%E2%80%9C%C3%B6%E2%80%9D.wav",
    );
    expect(answer.headers.get('content-security-policy')).toContain("default-src 'none'");
    const again = new Request('http://school/', { headers: { 'if-none-match': answer.headers.get('etag') ?? '' } });
    expect((await fileResponse(school.db, file, again)).status).toBe(304);
    const beyond = new Request('http://school/', { headers: { range: 'bytes=99999999-' } });
    expect((await fileResponse(school.db, file, beyond)).status).toBe(416);
  });

  test('a long video is read from the disk as it is taken: 200 MB do not lie in memory', async () => {
    const folder = join(school.folder, 'files');
    const sha256 = await keepFile(school.db, folder, { bytes: Buffer.from('a video'), type: 'video/webm', at: now });
    const size = 200 * 1024 * 1024;
    truncateSync(filePath(folder, sha256), size);
    await school.db.query('UPDATE file SET size = $2 WHERE sha256 = $1', [sha256, size]);
    const answer = await fileResponse(
      school.db,
      { sha256, name: 'long.webm', download: false },
      new Request('http://school/'),
    );
    const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
    let read = (await reader.read()).value?.byteLength ?? 0;
    await new Promise((resolve) => setTimeout(resolve, 50));
    // What is written at its end now is read, so its end had not been read before.
    const file = openSync(filePath(folder, sha256), 'r+');
    writeSync(file, 'the end', size - 7);
    closeSync(file);
    const before = process.memoryUsage().arrayBuffers;
    let most = 0;
    let last: Uint8Array = new Uint8Array();
    for (let part = await reader.read(); part.value; part = await reader.read()) {
      read += part.value.byteLength;
      last = part.value;
      most = Math.max(most, process.memoryUsage().arrayBuffers - before);
    }
    expect([read, Buffer.from(last.slice(-7)).toString()]).toEqual([size, 'the end']);
    expect(most).toBeLessThan(100 * 1024 * 1024);
  });

  test('what a browser might run is a download, whatever is asked', async () => {
    const folder = join(school.folder, 'files');
    const sha256 = await keepFile(school.db, folder, { bytes: new Uint8Array([60]), type: 'text/html', at: now });
    const answer = await fileResponse(
      school.db,
      { sha256, name: 'a.html', download: false },
      new Request('http://school/'),
    );
    expect(answer.headers.get('content-disposition')).toMatch(/^attachment/);
  });

  test('the same bytes lie on the disk once, and a temporary file never stays', async () => {
    const folder = join(school.folder, 'twice');
    const bytes = new TextEncoder().encode('abc');
    const first = await keepFile(school.db, folder, { bytes, type: 'text/plain', at: now });
    // NIST, Secure Hash Standard: the digest of "abc".
    expect(first).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
    expect(await keepFile(school.db, folder, { bytes, type: 'text/plain', at: now })).toBe(first);
    expect(readdirSync(join(folder, 'ba'))).toHaveLength(1);
    expect(streamPart(folder, 'ffff', 0, 1)).toBeNull();
    expect(existsSync(join(folder, 'ff'))).toBe(false);
  });
});

test('a person who is nobody here has no place in anything', async () => {
  await expect(leaveOff(school.db, 'nobody' as PersonId, 'shore-guide', 1, now)).rejects.toThrow();
});
