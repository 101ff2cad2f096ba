import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jest } from '@jest/globals';
import sharp from 'sharp';
import { firstUpdate } from '@/core/documents/text-document';
import { measuredOf } from '@/core/kinds/document';
import { plainText } from '@/core/text/document-json';
import { Workshop } from '@/server/workshop';
import { ownProcess, saidBy } from '@/testing/own-process';
import { docx, gif, hostileUpdates, madeFiles, namedFiles } from '../../bench/hostile-inputs';

let folder: string;
let shop: Workshop;
const words = firstUpdate({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Wind.' }] }],
});
const stored = { kind: 'text', updates: [words] } as const;

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kite-shop-'));
  shop = new Workshop();
  shop.warm();
  jest.spyOn(console, 'error').mockImplementation(() => {});
});
afterAll(() => {
  shop.close();
  rmSync(folder, { recursive: true });
});

function put(name: string, bytes: Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

/** Memory of a process, in megabytes, as the system counts it. */
const resident = (pid: number): number =>
  Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** How often the threads of a process have been woken since it began, as the system counts it. */
const wakings = (pid: number): number =>
  readdirSync(`/proc/${pid}/task`)
    .map((thread) => readFileSync(`/proc/${pid}/task/${thread}/status`, 'utf8'))
    .reduce((sum, status) => sum + Number(/^voluntary_ctxt_switches:\s+(\d+)/m.exec(status)?.[1]), 0);

/** The longest that this process could not answer anybody while something went on, in milliseconds. */
async function longestPause(work: () => Promise<unknown>): Promise<number> {
  let last = performance.now();
  let longest = 0;
  const timer = setInterval(() => {
    longest = Math.max(longest, performance.now() - last - 10);
    last = performance.now();
  }, 10);
  await work();
  clearInterval(timer);
  return longest;
}

describe('the workshop', () => {
  test('reads what is sent, and says what it made', async () => {
    const read = await shop.do('a', 'read', stored);
    expect(read.ok && plainText(measuredOf(read.made.written))).toBe('Wind.');
    const path = put('fine.docx', docx('<w:p><w:r><w:t>Seven sails</w:t></w:r></w:p>'));
    const text = await shop.do('a', 'importText', { path, name: 'fine.docx' });
    expect(text.ok && text.made.ok && plainText(text.made.content)).toBe('Seven sails');
  });

  test('a process that has nothing to do is left to sleep', async () => {
    await shop.do('a', 'read', stored);
    await new Promise((settled) => setTimeout(settled, 1000));
    const before = shop.processes.map((pid) => ({ pid, woken: wakings(pid) }));
    await new Promise((later) => setTimeout(later, 2000));
    expect(before).toHaveLength(2);
    for (const { pid, woken } of before) expect(wakings(pid) - woken).toBeLessThan(20);
  });

  test('gives a job up that takes too long, and goes on with another process', async () => {
    const before = shop.processes;
    // The same long update again and again, which is sent once: the job that is given up soonest.
    const lines = Array.from({ length: 2000 }, () => ({ type: 'paragraph' as const }));
    const long = firstUpdate({ type: 'doc', content: lines });
    const updates = Array.from({ length: 20_000 }, () => long);
    const stuck = shop.do('a', 'admit', { kind: 'text', updates, update: long });
    const free = await shop.do('b', 'read', stored);
    expect(free.ok).toBe(true);
    expect(await stuck).toEqual({ ok: false, code: 'too-intricate' });
    expect((await shop.do('a', 'read', stored)).ok).toBe(true);
    expect(shop.processes.length).toBeGreaterThanOrEqual(2);
    expect(before.some((pid) => !shop.processes.includes(pid))).toBe(true);
  });

  test('does one job of a person at a time, and of too many says so', async () => {
    const all = Array.from({ length: 60 }, () => shop.do('greedy', 'read', stored));
    const other = await shop.do('patient', 'read', stored);
    expect(other.ok).toBe(true);
    const codes = (await Promise.all(all)).map((done) => (done.ok ? 'ok' : done.code));
    expect(codes.filter((code) => code === 'too-busy').length).toBeGreaterThan(20);
    expect(codes.filter((code) => code === 'ok').length).toBeGreaterThanOrEqual(30);
  });

  test('what writes documents is loaded once: one after the other comes from the same process', async () => {
    const single = new Workshop();
    const written = await single.do('w', 'read', stored);
    if (!written.ok) throw new Error(written.code);
    const given = {
      written: written.made.written,
      formats: ['pdf', 'odt'] as const,
      title: 'Wind',
      lang: 'en',
      pictures: [],
    };
    const first = await single.do('w', 'exportDocument', given);
    const [own] = single.processes;
    const second = await single.do('w', 'exportDocument', given);
    expect([first.ok, second.ok]).toEqual([true, true]);
    expect(own !== undefined && single.processes.includes(own)).toBe(true);
    single.close();
  });

  test('is told when the process it asked has died, and answers all the same', async () => {
    const killed = shop.processes;
    // Held first: one that runs might answer before it is ended.
    for (const pid of killed) process.kill(pid, 'SIGSTOP');
    const asked = shop.do('c', 'read', stored);
    for (const pid of killed) process.kill(pid, 'SIGKILL');
    expect(await asked).toEqual({ ok: false, code: 'too-intricate' });
    // The end of each is heard of by itself, one after another.
    while (shop.processes.some((pid) => killed.includes(pid))) await new Promise((heard) => setTimeout(heard, 5));
    expect((await shop.do('c', 'read', stored)).ok).toBe(true);
  });
});

// What was sent when the application was attacked.
describe('nobody is held up by', () => {
  test.each(namedFiles().map(({ name, bytes }) => [name, bytes] as const))(
    '%s: it gets a clear word, and memory comes back',
    async (name, bytes) => {
      const path = put(name, bytes);
      const job = name.endsWith('.pdf')
        ? shop.do('x', 'lookAtPdf', { path })
        : name.endsWith('.xlsx')
          ? shop.do('x', 'sheet', { path })
          : name.endsWith('.gif')
            ? shop.do('x', 'textPicture', { path })
            : shop.do('x', 'importText', { path, name });
      let largest = 0;
      const watch = setInterval(() => {
        for (const pid of shop.processes) {
          try {
            largest = Math.max(largest, resident(pid));
          } catch {
            // It ended between the two.
          }
        }
      }, 25);
      const pause = await longestPause(() => job);
      clearInterval(watch);
      const done = await job;
      // Whatever it is, it is a short answer: nothing that was sent grows into megabytes.
      const said = JSON.stringify(done);
      expect(said.length).toBeLessThan(Math.max(500_000, 8 * bytes.length));
      expect(done.ok ? 'made' : done.code).toMatch(/^(made|too-intricate)$/);
      expect(largest).toBeLessThan(420);
      expect(pause).toBeLessThan(500);
    },
    60_000,
  );

  test('updates that take long, go deep or are none', async () => {
    const updates = hostileUpdates();
    const admit = async (update: Uint8Array | undefined) =>
      shop.do('x', 'admit', { ...stored, update: update ?? new Uint8Array() });
    expect(await admit(updates.crowd)).toEqual({ ok: true, made: null });
    expect(await admit(updates.deep)).toEqual({ ok: true, made: 'depth' });
    expect(await admit(updates.wide)).toEqual({ ok: true, made: 'columns' });
    expect(await admit(updates.noise)).toEqual({ ok: true, made: 'malformed' });
  });

  // Thousands of them are tried by the bench.
  test('a few files made by chance from what hurts', async () => {
    for (const { name, bytes } of madeFiles(3)) {
      const path = put(name, bytes);
      const done = await shop.do('x', 'importText', { path, name });
      const said = done.ok ? (done.made.ok ? 'read' : done.made.code) : done.code;
      expect(['read', 'too-intricate', 'too-large', 'broken', 'not-a-text']).toContain(said);
      rmSync(path);
    }
  }, 120_000);
});

describe('pictures', () => {
  test('are counted as frames by pixels', async () => {
    const path = put('frames.gif', gif(99, 1000, 1000));
    expect(await shop.do('p', 'textPicture', { path })).toEqual({ ok: true, made: 'picture-too-large' });
    const few = put('few.gif', gif(3, 400, 300));
    const made = await shop.do('p', 'textPicture', { path: few });
    expect(made).toMatchObject({ ok: true, made: { type: 'image/gif' } });
    const photo = put(
      'photo.jpg',
      new Uint8Array(
        await sharp({ create: { width: 7000, height: 7200, channels: 3, background: '#9bd' } })
          .jpeg()
          .toBuffer(),
      ),
    );
    expect(await shop.do('p', 'lookAtPicture', { path: photo })).toMatchObject({ made: { code: 'picture-too-large' } });
  });
});

test('a program that waits for a job does not end before the job, even where that is given up by the clock', async () => {
  const program = `
    const { Workshop } = await import('./src/server/workshop.ts');
    const shop = new Workshop(0.2);
    const asked = shop.do('a', 'read', { updates: [] });
    process.kill(shop.processes[0], 'SIGSTOP');
    console.log(JSON.stringify(await asked));
    shop.close();`;
  const { stdout, status } = await saidBy(ownProcess(program));
  expect([status, stdout.trim()]).toEqual([0, '{"ok":false,"code":"too-intricate"}']);
});

test('how long a file of sound or video is, is read as an independent program reads it; of what is none nothing is said', async () => {
  for (const name of ['sound-signals.wav', 'a-kite-goes-up.webm']) {
    const path = join(process.cwd(), 'demo', 'files', name);
    const done = await shop.do('x', 'lookAtMedia', { path });
    const seconds = done.ok && done.made.ok ? done.made.seconds : null;
    const { stdout } = spawnSync(
      'ffprobe',
      ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', path],
      {
        encoding: 'utf8',
      },
    );
    expect(Math.abs((seconds ?? 0) - Number(stdout))).toBeLessThan(0.15);
  }
  const broken = put('broken.webm', Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3));
  expect(await shop.do('x', 'lookAtMedia', { path: broken })).toMatchObject({
    ok: true,
    made: { ok: true, seconds: null },
  });
});
