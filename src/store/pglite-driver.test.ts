import { cpSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ownProcess, saidBy } from '@/testing/own-process';
import { scratch } from '@/testing/scratch';
import { migrate } from './migrate';
import { openPglite } from './pglite-driver';

const folders: string[] = [];
function copy(): string {
  const folder = scratch('kite-');
  folders.push(folder);
  cpSync(join(process.cwd(), '.cache', 'template'), folder, { recursive: true });
  return folder;
}
afterAll(() => {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

/** A process of its own that opens a folder. */
const opening = (folder: string, body: string) =>
  ownProcess(
    `import fs from 'node:fs'; import { syncBuiltinESMExports } from 'node:module';
     let syncs = 0; const real = fs.fdatasyncSync; fs.fdatasyncSync = (fd) => { syncs += 1; real(fd); }; syncBuiltinESMExports();
     const { openPglite } = await import('./src/store/pglite-driver.ts');
     const db = await openPglite(process.argv[2]);
     const add = (i) => db.query('INSERT INTO guess (key, n, at, until) VALUES ($1, 1, now(), now())', ['test ' + i]);
     ${body}`,
    folder,
  );

describe('the data folder', () => {
  test('is for one process at a time, and free again when that one is killed', async () => {
    const folder = copy();
    const holder = opening(folder, "console.log('open'); setInterval(() => {}, 1000);");
    await new Promise<void>((resolve) => holder.stdout.once('data', () => resolve()));
    await expect(openPglite(folder)).rejects.toThrow(`The data folder ${folder} is in use`);
    const gone = new Promise((resolve) => holder.once('exit', resolve));
    holder.kill('SIGKILL');
    await gone;
    // A crash may leave this file empty.
    writeFileSync(join(folder, 'pg', 'postmaster.pid'), '');
    const db = await openPglite(folder);
    await expect(openPglite(folder)).rejects.toThrow('in use');
    await db.close();
    const again = await openPglite(folder);
    await again.close();
  });

  test('finds the newest of a class along an index, and sorts nothing', async () => {
    const db = await openPglite(copy());
    // As much as happens in a year.
    await db.run(`INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id, data)
        SELECT now(), k.kind, 'weather', 'cloud-ladder', 's-imke', 's-imke', '{}'
        FROM generate_series(1, 2000), (VALUES ('opened'), ('edited'), ('handed-in')) k(kind);
      ANALYZE event;`);
    const { rows } = await db.query(
      `EXPLAIN SELECT id FROM event WHERE class_id = $1 AND student_id IS NOT NULL AND kind = ANY($2) AND id > 0 ORDER BY id DESC LIMIT 100`,
      ['weather', ['handed-in', 'taken-back']],
    );
    await db.close();
    const plan = rows.map((row) => String(Object.values(row as object)[0])).join('\n');
    expect(plan).toContain('Index Scan Backward using event_news_teacher');
    expect(plan).not.toContain('Sort');
  });

  test('keeps every row that was acknowledged before the process was killed', async () => {
    const folder = copy();
    const writer = opening(folder, 'for (let i = 0; ; i += 1) { await add(i); fs.writeSync(1, i + "\\n"); }');
    let acknowledged = -1;
    await new Promise<void>((resolve) => {
      writer.stdout.on('data', (data: Buffer) => {
        acknowledged = Number(String(data).trim().split('\n').at(-1));
        if (acknowledged >= 100) resolve();
      });
    });
    const gone = new Promise((resolve) => writer.once('close', resolve));
    writer.kill('SIGKILL');
    await gone;
    const db = await openPglite(folder);
    const { rows } = await db.query("SELECT count(*)::int AS n FROM guess WHERE key LIKE 'test %'");
    expect((rows[0] as { n: number }).n).toBeGreaterThanOrEqual(acknowledged + 1);
    await db.close();
  });

  test('syncs the write-ahead log to the disk at every commit', async () => {
    const adding =
      'const before = syncs; for (let i = 0; i < 40; i += 1) await add(i); console.log(syncs - before); await db.close();';
    const traced = await saidBy(opening(copy(), adding));
    expect(traced.stderr).toBe('');
    expect(Number(traced.stdout)).toBeGreaterThanOrEqual(40);
  });

  test('can be read by its owner only', () => {
    const folder = copy();
    rmSync(folder, { recursive: true });
    return openPglite(folder).then(async (db) => {
      expect(statSync(folder).mode & 0o077).toBe(0);
      expect(await migrate(db)).toEqual([
        '001_start.sql',
        '002_find.sql',
        '003_do.sql',
        '004_round.sql',
        '005_safe.sql',
        '006_kinds.sql',
        '007_quick.sql',
        '008_time.sql',
        '009_setting.sql',
        '010_turns.sql',
        '011_questions.sql',
        '012_set_work.sql',
        '013_for_whom.sql',
        '014_office.sql',
        '015_talk.sql',
        '016_recordings.sql',
        '017_captions.sql',
      ]);
      expect(await migrate(db)).toEqual([]);
      await db.close();
    });
  });

  test('a transaction that breaks leaves nothing behind, and what is told is heard after the commit only', async () => {
    const db = await openPglite(copy());
    const heard: string[] = [];
    await db.listen('event', (payload) => heard.push(payload));
    const broken = db.transaction(async (tx) => {
      await tx.query("SELECT pg_notify('event', 'broken')");
      await tx.query("INSERT INTO guess VALUES ('rolled-back', 1, now(), now())");
      throw new Error('stop');
    });
    await expect(broken).rejects.toThrow('stop');
    await db.transaction((tx) => tx.query("SELECT pg_notify('event', 'kept')"));
    const { rows } = await db.query("SELECT 1 FROM guess WHERE key = 'rolled-back'");
    expect([rows, heard]).toEqual([[], ['kept']]);
    await db.close();
  });
});
