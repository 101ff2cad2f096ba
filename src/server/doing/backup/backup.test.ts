import { execFileSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { AssignmentId, PersonId } from '@/core/ids';
import { writeAside } from '@/server/doing/talk/asides';
import { hashOf, standingStill, tablesOf } from '@/store/backup';
import type { Database } from '@/store/database';
import { filePath } from '@/store/files';
import { keepRemark } from '@/store/marking';
import { migrate } from '@/store/migrate';
import { findPerson } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { type TestSchool, testSchool } from '@/store/test-school';
import { scratch } from '@/testing/scratch';
import { checkArchive, linesIn, walk } from './archive';
import { restore, standStill, writeBackup } from './backup';

const NOW = Date.now();
let school: TestSchool;
let made: string;
beforeAll(async () => {
  school = await testSchool();
  made = join(scratch('kite-backup-'), 'school.tar');
  await backUp(made);
});
afterAll(() => school.end());

/** A backup of the school as it stands now; where its tables lie in a folder, of a copy of them. */
async function backUp(target: string): Promise<void> {
  const still = await standStill(school.db, school.folder);
  const copy = school.db.copyTo ? await openPglite(still.folder) : null;
  try {
    await writeBackup(copy ?? school.db, join(still.folder, 'files'), target, NOW);
  } finally {
    await copy?.close();
    await still.end();
  }
}

/** Every table of a database by its hash. */
const hashes = (db: Database) =>
  standingStill(db, async (tx) => {
    const all: Record<string, string> = {};
    for (const table of await tablesOf(tx)) all[table.name] = (await hashOf(tx, table)).sha256;
    return all;
  });

async function restored(source: string): Promise<{ readonly data: string; readonly db: Database }> {
  const data = scratch('kite-restored-');
  await restore(source, data, '');
  return { data, db: await openPglite(data) };
}

test('what is restored has every table and every file as it was, and goes on', async () => {
  const { data, db } = await restored(made);
  try {
    expect(await hashes(db)).toEqual(await hashes(school.db));
    const { rows } = await db.query('SELECT sha256 FROM file');
    expect(rows.length).toBeGreaterThan(0);
    for (const row of rows) {
      const { sha256 } = row as { sha256: string };
      const [there, here] = [data, school.folder].map((of) => readFileSync(filePath(join(of, 'files'), sha256)));
      expect([sha256, here && there?.equals(here)]).toEqual([sha256, true]);
    }
    // What counts on goes on after what was there; what is kept stays kept.
    const imke = await findPerson(db, 's-imke' as never);
    if (!imke) throw new Error('nobody');
    const given = {
      assignmentId: 'cloud-ladder' as AssignmentId,
      studentId: imke.id,
      act: 'after',
      body: 'Still here?',
    };
    await writeAside(db, imke, given, NOW);
    await expect(db.query('DELETE FROM event')).rejects.toThrow();
  } finally {
    await db.close();
  }
});

test('other programs read it', () => {
  const names = execFileSync('tar', ['-tf', made], { encoding: 'utf8' }).trim().split('\n');
  expect(names.at(-1)).toBe('manifest.json');
  const folder = scratch('kite-tar-');
  execFileSync('tar', ['-xf', made, '-C', folder]);
  const people = execFileSync('gzip', ['-dc', join(folder, 'tables', 'person.jsonl.gz')], { encoding: 'utf8' });
  expect(people.split('\n').filter((line) => line.includes('"Imke Aalders"'))).toHaveLength(1);
  const file = names.find((name) => name.startsWith('files/')) ?? '';
  expect(execFileSync('sha256sum', [join(folder, file)], { encoding: 'utf8' })).toContain(file.slice('files/'.length));
});

test('whoever writes while it is made loses nothing, and waits for no more than a moment', async () => {
  const target = join(scratch('kite-backup-'), 'busy.tar');
  let writing = true;
  let written = 0;
  const writer = (async () => {
    while (writing) {
      // As a request does, which comes over a line.
      await new Promise((resolve) => setImmediate(resolve));
      written += 1;
      const remark = { id: `busy-${written}`, teacherId: 't-kerr' as PersonId, body: `Line ${written}`, at: NOW };
      await school.db.transaction((tx) => keepRemark(tx, remark));
    }
  })();
  await backUp(target);
  writing = false;
  await writer;
  expect(written).toBeGreaterThan(1);
  const { rows: after } = await school.db.query("SELECT 1 FROM kept_remark WHERE id LIKE 'busy-%'");
  expect(after).toHaveLength(written);
  // It is the school at one moment: the first so many of them.
  const kept: string[] = [];
  await walk(target, async (name, part) => {
    if (name !== 'tables/kept_remark.jsonl.gz') return;
    for await (const line of linesIn(part)) kept.push((JSON.parse(line) as { id: string }).id);
  });
  const busy = kept.filter((id) => id.startsWith('busy-'));
  expect(busy.length).toBeLessThanOrEqual(written);
  expect(busy.sort()).toEqual(busy.map((_, i) => `busy-${i + 1}`).sort());
});

describe('what is no whole backup is refused, and nothing is touched', () => {
  const bytes = () => readFileSync(made);
  test.each<[string, (given: Buffer) => Buffer]>([
    ['nothing', () => Buffer.alloc(0)],
    ['something else', () => Buffer.from('PK\x03\x04 no tar at all'.repeat(100))],
    ['one that breaks off', (given) => given.subarray(0, Math.floor(given.length / 2))],
    [
      'a byte of a file that is other',
      (given) => {
        const at = given.indexOf('files/');
        given[at + 1024] = (given[at + 1024] ?? 0) ^ 1;
        return given;
      },
    ],
    [
      'a row that is other',
      (given) => {
        const at = given.indexOf('tables/person.jsonl.gz');
        given[at + 700] = (given[at + 700] ?? 0) ^ 1;
        return given;
      },
    ],
    [
      'a manifest of another program',
      (given) => Buffer.from(given.toString('latin1').replace('kite-string-backup', 'kite-string-bundle'), 'latin1'),
    ],
  ])('%s', async (_, change) => {
    const source = join(scratch('kite-bad-'), 'bad.tar');
    writeFileSync(source, change(bytes()));
    const data = scratch('kite-untouched-');
    await expect(restore(source, data, '')).rejects.toMatchObject({ name: 'BadBackup' });
    expect(readdirSync(data)).toEqual([]);
  });
});

test('one of an older version is brought up to date', async () => {
  const folder = scratch('kite-old-');
  const old = await openPglite(folder);
  await migrate(old, undefined, '013_for_whom.sql');
  await old.query(
    "INSERT INTO school (id, name, zone, help, demo) VALUES ('old', 'Old School', 'UTC', 'Somebody', false)",
  );
  await old.query(
    `INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
     VALUES ('p', 'old', 'Ada Berg', 'Ada B.', 'ada', 'student', 'x')`,
  );
  const target = join(folder, 'old.tar');
  await writeBackup(old, join(folder, 'files'), target, NOW);
  await old.close();
  expect((await checkArchive(target)).migration).toBe('013_for_whom.sql');
  const { db } = await restored(target);
  const { rows } = await db.query('SELECT name, family, office FROM person');
  await db.close();
  expect(rows).toEqual([{ name: 'Ada Berg', family: 'Berg', office: false }]);
});

test('one of a newer version says so', async () => {
  const source = join(scratch('kite-new-'), 'new.tar');
  const folder = scratch('kite-unpacked-');
  execFileSync('tar', ['-xf', made, '-C', folder]);
  const said = JSON.parse(readFileSync(join(folder, 'manifest.json'), 'utf8'));
  said.migration = '999_later.sql';
  writeFileSync(join(folder, 'manifest.json'), JSON.stringify(said));
  const names = execFileSync('tar', ['-tf', made], { encoding: 'utf8' }).trim().split('\n');
  execFileSync('tar', ['-cf', source, '-C', folder, ...names]);
  const data = scratch('kite-untouched-');
  await expect(restore(source, data, '')).rejects.toThrow('newer version');
  expect(readdirSync(data)).toEqual([]);
});

test('a disk that is full in the middle leaves nothing behind, and the last backup as it was', async () => {
  const folder = scratch('kite-full-');
  const target = join(folder, 'school.tar');
  copyFileSync(made, target);
  // The device on which every write fails for want of room.
  symlinkSync('/dev/full', `${target}.part`);
  await expect(backUp(target)).rejects.toMatchObject({ code: 'ENOSPC' });
  expect(readdirSync(folder)).toEqual(['school.tar']);
  expect(readFileSync(target).equals(readFileSync(made))).toBe(true);
  expect(existsSync(`${target}.part`)).toBe(false);
  expect(readdirSync(school.folder).filter((name) => name.startsWith('still-'))).toEqual([]);
});

test('a school that is there already is not written over', async () => {
  const data = scratch('kite-there-');
  mkdirSync(join(data, 'pg'));
  await expect(restore(made, data, '')).rejects.toThrow('there is a school');
  expect(readdirSync(data)).toEqual(['pg']);
});
