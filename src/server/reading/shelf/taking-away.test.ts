import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { read as readTable, utils } from '@e965/xlsx';
import { jest } from '@jest/globals';
import { strFromU8, unzipSync } from 'fflate';
import * as Y from 'yjs';
import { TEXT_FIELD } from '@/core/documents/text-document';
import { newDocument } from '@/server/doing/documents/own-documents';
import { Saving } from '@/server/live/saving';
import { type TestSchool, testSchool } from '@/store/test-school';
import { scratch } from '@/testing/scratch';
import { takeAllAway } from './taking-away';

// A document after the other is made by processes that let everything else go first.
jest.setTimeout(240_000);

let school: TestSchool;
const folder = scratch('kite-away-');
const archive = join(folder, 'all.zip');
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await school.end();
});

/** What somebody took away, made once in a language: it takes long, and nothing of it changes here. */
const made = new Map<string, Promise<Response>>();
const taken = async (id: string, locale = 'en'): Promise<readonly string[]> => {
  const key = `${id} ${locale}`;
  const person = await school.person(id);
  if (!made.has(key)) made.set(key, takeAllAway(school.db, person, Date.now(), locale));
  const answer = (await made.get(key)) as Response;
  expect(answer.headers.get('content-disposition')).toContain('attachment');
  writeFileSync(archive, new Uint8Array(await answer.clone().arrayBuffer()));
  return Object.keys(unzipSync(readFileSync(archive)));
};

const read = (name: string): string => strFromU8(unzipSync(readFileSync(archive))[name] ?? new Uint8Array());

test('everything that is one’s own leaves as a sound archive with a list of it, each name once', async () => {
  const imke = await school.person('s-imke');
  for (const title of ['Kites / I know', 'Kites / I know']) {
    const made = await newDocument(school.db, imke, title, Date.now());
    if (!made.ok) throw new Error(made.code);
    const ydoc = new Y.Doc();
    const paragraph = new Y.XmlElement('paragraph');
    paragraph.insert(0, [new Y.XmlText('The diamond, the box.')]);
    ydoc.getXmlFragment(TEXT_FIELD).push([paragraph]);
    await new Saving(school.db).save(imke.id, made.document, Y.encodeStateAsUpdate(ydoc));
  }
  await taken('s-imke');
  // Info-ZIP's unzip, which is not ours, finds it sound.
  expect(execFileSync('unzip', ['-t', archive], { encoding: 'utf8' })).toContain('No errors detected');
  const names = execFileSync('unzip', ['-Z1', archive], { encoding: 'utf8' }).trim().split('\n');
  expect(new Set(names).size).toBe(names.length);
  const own = names.filter((name) => name.startsWith('Own/Kites') && name.endsWith('.html'));
  expect(own).toHaveLength(2);
  for (const name of own) expect(read(name)).toContain('The diamond, the box.');
  for (const name of own) expect(names).toContain(name.replace(/html$/, 'odt'));
  const list = read('index.html');
  expect(list).toContain('My first splice');
  expect(list).toContain('Kites');
});

test('nothing of anybody else is in it', async () => {
  await taken('s-wren');
  expect(read('index.html')).not.toContain('My first splice');
});

/** By what the database says, and not by what we make of it. */
const asked = async (sql: string, ...params: unknown[]) =>
  (await school.db.query(sql, params)).rows as Record<string, unknown>[];

test('files are named by assignment and person, and the receipts are there, each as it was given', async () => {
  const names = await taken('s-imke');
  const receipts = await asked(
    `SELECT h.number, h.fingerprint, a.title FROM hand_in h JOIN assignment a ON a.id = h.assignment_id
     WHERE h.student_id = 's-imke' OR h.members @> ARRAY['s-imke']`,
  );
  expect(receipts.length).toBeGreaterThan(2);
  for (const { number, fingerprint, title } of receipts) {
    const name = names.find((one) => one.endsWith(`, Receipt ${number}.json`)) ?? '';
    const safe = String(title)
      .replace(/[\\/:*?"<>|]/g, ' ')
      .replace(/\s+/g, ' ')
      .replace(/[. ]+$/, '');
    expect(name).toMatch(new RegExp(`^Receipts/${safe.slice(0, 40).replace(/[.+?()[\]]/g, '\\$&')}.*Imke`));
    const kept = JSON.parse(read(name)) as { fingerprint: string; pieces: { sha256: string }[] };
    expect(kept.fingerprint).toBe(fingerprint);
    // Its fingerprint follows from its pieces: by Node's own hash, one a line.
    const lines = kept.pieces.map(({ sha256 }) => `${sha256}\n`).join('');
    expect(createHash('sha256').update(lines).digest('hex')).toBe(fingerprint);
  }
  const [copy] = await asked(
    `SELECT a.title FROM document d JOIN assignment a ON a.id = d.assignment_id WHERE d.owner_id = 's-imke' AND d.removed_at IS NULL LIMIT 1`,
  );
  expect(
    names.filter((name) => name.includes(`/${copy?.title}, Imke`) && name.endsWith('.odt')).length,
  ).toBeGreaterThan(0);
});

test('every mark that came back stands in a table that another program reads, and in a page of its own', async () => {
  const names = await taken('s-imke');
  const table = names.find((name) => name.startsWith('Marks, ') && name.endsWith('.csv')) ?? '';
  const workbook = readTable(Buffer.from(read(table)), { type: 'buffer' });
  const rows = utils.sheet_to_json<Record<string, unknown>>(Object.values(workbook.Sheets)[0] ?? {});
  const backs = await asked(
    `SELECT h.number, b.earned, b.lost_late, a.title, b.general FROM hand_back b JOIN hand_in h ON h.id = b.hand_in_id
     JOIN assignment a ON a.id = h.assignment_id WHERE h.student_id = 's-imke' OR h.members @> ARRAY['s-imke'] ORDER BY b.at DESC`,
  );
  expect(backs.length).toBeGreaterThan(1);
  expect(rows.map((row) => [row.Receipt, row.Earned ?? null, row['Lost for lateness'], row.Assignment])).toEqual(
    backs.map((back) => [Number(back.number), back.earned, back.lost_late, back.title]),
  );
  const pages = names.filter((name) => name.endsWith(', Feedback.html'));
  expect(pages).toHaveLength(new Set(backs.map(({ title }) => title)).size);
  const said = pages.map(read).join('\n').replaceAll('&quot;', '"').replaceAll('&amp;', '&');
  for (const { general } of backs) expect(said).toContain(general);
  const list = read('index.html');
  for (const page of pages) expect(list).toContain(encodeURIComponent(page.split('/')[1] ?? ''));
});

test('whoever reads Arabic gets it in Arabic, from right to left', async () => {
  const names = await taken('s-abena', 'ar');
  expect(names.some((name) => name.startsWith('الإيصالات/'))).toBe(true);
  expect(read('index.html')).toContain('<html lang="ar" dir="rtl">');
});
