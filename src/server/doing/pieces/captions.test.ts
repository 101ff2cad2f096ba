import { readFileSync, rmSync, statSync } from 'node:fs';
import { sent } from '@demo/seed/sent';
import { unzipSync } from 'fflate';
import { sha256Hex } from '@/core/documents/fingerprint';
import { isWebVtt, readVtt } from '@/core/formats/webvtt';
import type { AssignmentId, Instant, StepId } from '@/core/ids';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { fingerprint } from '@/server/fingerprint';
import { filesFolder } from '@/server/kite';
import { compareVersions } from '@/server/reading/documents/comparing';
import { handedInCaptions, pieceCaptions, viewHandedIn, viewPiece } from '@/server/reading/documents/piece-view';
import { takeAllAway } from '@/server/reading/shelf/taking-away';
import { newId } from '@/server/secrets';
import { read } from '@/store/database';
import { type Receipt, receiptsOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { piecesOfWork } from '@/store/pieces';
import { type TestSchool, testSchool } from '@/store/test-school';
import { changePiece, putPiece, takeUpload } from './pieces';

const LETTER = 'spoken-letter' as AssignmentId;
const LINES = [
  { at: 2, words: 'I live above the chandler’s <shop> & the pier' },
  { at: 0, words: 'Dear Captain' },
  { at: 9, words: '  ' },
];
const now: Instant = Date.now();
let school: TestSchool;
let student: Person;
let recording = '';

beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  student = await school.person('s-wren');
  recording = await put('letter.webm', 'spoken-letter.webm', 'audio/webm', 75.2);
});
afterAll(() => school.end());

async function put(name: string, from: string, type: string, seconds: number | null, at = now): Promise<string> {
  const path = sent(from);
  const id = newId();
  const file = {
    path,
    folder: filesFolder(),
    sha256: (await fingerprint(path)).sha256,
    type,
    size: statSync(path).size,
  };
  const given = { id, assignmentId: LETTER, stepId: 'spoken-letter-1' as StepId, name };
  const taken = await takeUpload(school.db, student, { ...given, file: { ...file, pages: null, seconds } }, at);
  rmSync(path, { force: true });
  expect(taken.ok).toBe(true);
  return id;
}

const caption = (piece: string, lines: readonly { at: number; words: string }[]) =>
  changePiece(school.db, student, piece, { act: 'caption', lines }, now);
const wordsAt = async (answer: Promise<Response>) => readVtt(await (await answer).text()).map(({ words }) => words);
const receipts = async (): Promise<readonly Receipt[]> => read(school.db, receiptsOf(LETTER, student.id));

test('what is said in a recording is kept as WebVTT beside it, in order', async () => {
  expect(await viewPiece(school.db, student, recording)).toMatchObject({ content: { kind: 'audio', captions: null } });
  expect((await pieceCaptions(school.db, recording)).status).toBe(404);
  expect(await caption(recording, LINES)).toEqual({ ok: true });
  const answer = await pieceCaptions(school.db, recording);
  expect(answer.headers.get('content-type')).toBe('text/vtt; charset=utf-8');
  const text = await answer.text();
  expect(isWebVtt(text)).toBe(true);
  expect(readVtt(text)).toEqual([
    { from: 0, to: 2, words: 'Dear Captain' },
    { from: 2, to: 14, words: 'I live above the chandler’s <shop> & the pier' },
  ]);
  expect(await viewPiece(school.db, student, recording)).toMatchObject({
    content: { kind: 'audio', captions: `/api/pieces/${recording}/captions` },
  });
});

test('what nobody speaks in has no such words', async () => {
  const picture = await put('harbour.png', 'harbour.png', 'image/png', null);
  expect(await caption(picture, LINES)).toEqual({ ok: false, code: 'not-found' });
  expect((await pieceCaptions(school.db, picture)).status).toBe(404);
  await changePiece(school.db, student, picture, { act: 'remove' }, now);
});

test('a hand-in keeps the words as they were, with a fingerprint of their own on the receipt', async () => {
  const before = await (await pieceCaptions(school.db, recording)).text();
  await putPiece(
    school.db,
    student,
    LETTER,
    { from: 'link', address: 'https://tides.example.org', name: 'a link' },
    now + 1,
  );
  await put('harbour.png', 'harbour.png', 'image/png', null, now + 2);
  const handed = await handIn(school.db, student, { assignmentId: LETTER, act: 'said', note: '' }, now);
  if (!handed.ok) throw new Error(handed.code);
  const [receipt] = await receipts();
  if (!receipt) throw new Error('no receipt');
  const position = 0;
  expect(receipt.pieces).toMatchObject([
    { title: 'letter.webm', fetched: '0/file' },
    { title: 'letter.webm.vtt', sha256: sha256Hex(before), size: Buffer.byteLength(before), fetched: '0/captions' },
    { title: 'a link', fetched: null },
    { title: 'harbour.png', fetched: '2/file' },
  ]);
  // As anybody can work it out from the receipt.
  expect(receipt.fingerprint).toBe(sha256Hex(receipt.pieces.map(({ sha256 }) => `${sha256}\n`).join('')));
  const asking = { person: student, now };
  expect(await viewHandedIn(school.db, asking, receipt.id, position)).toMatchObject({
    content: { kind: 'audio', captions: `/api/hand-ins/${receipt.id}/pieces/${position}/captions` },
  });
  expect(await (await handedInCaptions(school.db, receipt.id, position)).text()).toBe(before);
  expect((await handedInCaptions(school.db, receipt.id, 7)).status).toBe(404);
});

test('other words are a change of the work, and do not reach what was handed in', async () => {
  const [receipt] = await receipts();
  if (!receipt) throw new Error('no receipt');
  const state = async () =>
    (await compareVersions(school.db, student.id, LETTER, String(receipt.number), 'now')).pairs.map(({ file }) => file);
  expect(await state()).toEqual(['same', 'same', 'same']);
  await school.db.query('UPDATE piece SET captions = NULL WHERE id = $1', [recording]);
  expect((await state())[0]).toBe('other');
  expect(await wordsAt(handedInCaptions(school.db, receipt.id, 0))).toContain('Dear Captain');
});

test('what lies with the teacher keeps its words until it is taken back', async () => {
  expect(await caption(recording, [{ at: 0, words: 'later' }])).toMatchObject({ ok: false });
});

test('a recording takes its words along to other work, and into what is taken away', async () => {
  await school.db.query(`UPDATE piece SET captions = 'WEBVTT\n\n00:00.000 --> 00:02.000\nalong\n' WHERE id = $1`, [
    recording,
  ]);
  const other = 'kite-story' as AssignmentId;
  const taken = await putPiece(school.db, student, other, { from: 'piece', id: recording }, now);
  if (!taken.ok) throw new Error(taken.code);
  const [along] = await read(school.db, piecesOfWork(other, student.id));
  expect(along && 'captions' in along.is ? readVtt(along.is.captions ?? '').map(({ words }) => words) : null).toEqual([
    'along',
  ]);
  const archive = unzipSync(new Uint8Array(await (await takeAllAway(school.db, student, now, 'en')).arrayBuffer()));
  const told = Object.keys(archive).filter((path) => path.endsWith('.vtt'));
  expect(told).toHaveLength(2);
  expect(new TextDecoder().decode(archive[told[0] ?? ''])).toContain('along');
});

test('without words there are no captions any more', async () => {
  const [along] = await read(school.db, piecesOfWork('kite-story' as AssignmentId, student.id));
  expect(await caption(along?.id ?? '', [])).toEqual({ ok: true });
  expect((await pieceCaptions(school.db, along?.id ?? '')).status).toBe(404);
});

test('the spoken letter that was handed in in the demo can be read along', async () => {
  const all = readVtt(readFileSync('demo/files/spoken-letter.vtt', 'utf8'));
  const found = await school.db.query(
    `SELECT p.captions FROM hand_in_piece p JOIN hand_in h ON h.id = p.hand_in_id
     WHERE h.assignment_id = $1 AND p.captions IS NOT NULL`,
    [LETTER],
  );
  expect(found.rows.flatMap((row) => readVtt(String((row as { captions: string }).captions)))).toEqual(
    expect.arrayContaining([expect.objectContaining({ words: all[0]?.words })]),
  );
});
