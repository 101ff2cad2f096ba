import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STUDENTS } from '@demo/school';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import type { Database } from '@/store/database';
import { openPglite } from '@/store/pglite-driver';
import { openPostgres } from '@/store/postgres-driver';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';
import { onServer } from './on-server';

const WRITERS = 50;
/** Both are measured in turns, since the disk and the machine are not always equally quick. */
const ROUNDS = 5;
const SECONDS = 3;
const BARE_ROWS = 1000;
const STEPS = ['own-forecast-1', 'tide-tables-2', 'bottle-2', 'food-web-1', 'low-water-2'];
const TEXT = 'The thin streaks right at the top give a day or sometimes two. ';

interface Writer {
  readonly waits: number[];
  readonly updates: Uint8Array[];
}

/** One student with the document open. Called, types letter by letter, each sent when the one before it is on the disk. */
async function writer(school: School, cookie: string, document: string): Promise<(until: number) => Promise<Writer>> {
  const ydoc = new Y.Doc();
  const waits: number[] = [];
  const updates: Uint8Array[] = [];
  const socket = new WebSocket(`${school.url.replace('http', 'ws')}/api/save`, {
    headers: { cookie, origin: school.url },
  });
  await new Promise((resolve, reject) => {
    socket.once('open', resolve);
    socket.once('error', reject);
  });
  await new Promise<void>((resolve) => {
    socket.once('message', (data) => {
      Y.applyUpdate(ydoc, new Uint8Array(Buffer.from(JSON.parse(String(data)).update, 'base64')));
      resolve();
    });
    socket.send(JSON.stringify({ kind: 'join', document, vector: '' }));
  });
  return (until) =>
    new Promise((resolve, reject) => {
      let n = 0;
      let sentAt = 0;
      const text = new Y.XmlText();
      ydoc.on('update', (update: Uint8Array) => {
        n += 1;
        updates.push(update);
        sentAt = performance.now();
        socket.send(JSON.stringify({ kind: 'update', document, n, update: Buffer.from(update).toString('base64') }));
      });
      socket.on('message', (data) => {
        if (JSON.parse(String(data)).kind !== 'saved') {
          reject(new Error(String(data)));
          return;
        }
        waits.push(performance.now() - sentAt);
        if (Date.now() < until) text.insert(text.length, TEXT[n % TEXT.length] as string);
        else {
          socket.close();
          resolve({ waits, updates: updates.slice(0, waits.length) });
        }
      });
      const answer = ydoc.getXmlFragment('text').get(1) as Y.XmlElement;
      (answer.get(0) as Y.XmlElement).insert(0, [text]);
    });
}

/** Opens a session and a copy for each of the writers. */
async function copies(school: School): Promise<{ cookie: string; document: string }[]> {
  const headers = { origin: school.url, 'content-type': 'application/json' };
  const found: { cookie: string; document: string }[] = [];
  for (const { id } of STUDENTS) {
    const signedIn = await fetch(`${school.url}/api/sign-in/demo`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ person: id }),
    });
    const cookie = signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    for (const step of STEPS) {
      const made = await fetch(`${school.url}/api/steps/${step}/copy`, {
        method: 'POST',
        headers: { ...headers, cookie },
      });
      if (!made.ok) continue;
      const { document } = (await made.json()) as { document: string };
      const page = await (
        await fetch(`${school.url}/desk/${step.replace(/-\d$/, '')}`, { headers: { cookie } })
      ).text();
      // Some have handed it in already; the others may type.
      if (page.includes('\\"edit\\"')) found.push({ cookie, document });
    }
  }
  return found.slice(-WRITERS);
}

interface Row {
  readonly document: string;
  readonly update: Uint8Array;
}

/** Puts rows in one by one, each synced, and says how many it took a second. */
async function bareRate(db: Database, rows: readonly Row[]): Promise<number> {
  const began = performance.now();
  for (const { document, update } of rows) {
    await db.query('INSERT INTO bare_update (document_id, update, at) VALUES ($1, $2, $3)', [
      document,
      update,
      new Date(),
    ]);
  }
  return rows.length / ((performance.now() - began) / 1000);
}

/** Fifty writers at once: acknowledged updates a second against bare inserts, and the longest wait of any of them. */
async function savingOn(
  name: string,
  school: School,
  bareDatabase: () => Promise<Database>,
  least: number,
): Promise<Figure[]> {
  const open = await copies(school);
  if (open.length < WRITERS) throw new Error(`only ${open.length} documents could be opened`);
  // A bare database of the same make.
  const bare = await bareDatabase();
  await bare.run(
    'CREATE TABLE bare_update (seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY, document_id text NOT NULL, update bytea NOT NULL, at timestamptz NOT NULL)',
  );
  await bare.run('CREATE INDEX bare_update_document ON bare_update (document_id, seq)');
  const rates: { readonly ours: number; readonly bare: number }[] = [];
  const waits: number[] = [];
  try {
    for (let round = 0; round < ROUNDS; round += 1) {
      const ready = await Promise.all(open.map(({ cookie, document }) => writer(school, cookie, document)));
      const began = performance.now();
      const writers = await Promise.all(ready.map((write) => write(Date.now() + SECONDS * 1000)));
      const seconds = (performance.now() - began) / 1000;
      const ours = writers.reduce((sum, one) => sum + one.waits.length, 0) / seconds;
      waits.push(...writers.flatMap((one) => one.waits));
      const rows = writers.flatMap(({ updates }, i) =>
        updates.map((update) => ({ document: open[i]?.document ?? '', update })),
      );
      rates.push({ ours, bare: await bareRate(bare, rows.slice(0, BARE_ROWS)) });
    }
  } finally {
    await bare.close();
  }
  console.log(
    `# ${name}: ${rates.map((rate) => `${rate.ours.toFixed(0)} a second against ${rate.bare.toFixed(0)}`).join(', ')}; median wait ${median(waits).toFixed(1)} ms, longest ${Math.max(...waits).toFixed(1)} ms`,
  );
  return [
    {
      name: `${name}-50-writers`,
      value: median(rates.map((rate) => rate.ours / rate.bare)),
      unit: 'of-bare-inserts',
      budget: least,
      bound: 'least',
    },
    {
      name: `${name}-longest-wait`,
      value: Math.max(...waits) / median(waits),
      unit: 'x-median',
      budget: 10,
      bound: 'most',
    },
  ];
}

/** On the database that ships. */
export async function savingFigures(): Promise<Figure[]> {
  const school = await School.open();
  const folder = mkdtempSync(join(tmpdir(), 'kite-bare-'));
  try {
    return await savingOn('saving', school, () => openPglite(folder), 0.5);
  } finally {
    await school.end();
    school.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** On a PostgreSQL server that syncs as well. */
export const savingOnServerFigures = (): Promise<Figure[]> =>
  onServer((school, url) => savingOn('saving-postgres', school, () => openPostgres(url), 0.8));
