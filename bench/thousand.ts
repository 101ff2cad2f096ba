import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { newDocument } from '@/server/doing/documents/own-documents';
import { hashToken } from '@/server/secrets';
import { addMasses, type Masses } from '@/store/masses';
import { addSession, findPerson, type Person } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import type { Figure } from './figures';

const PEOPLE = 1000;
const WRITERS = 200;
/** A page each within three minutes. */
const SECONDS = 180;
/** All come in within the first minute, one after the other. */
const COMING = 60_000;
/** What somebody types in a second. */
const KEYS = 3;

/** A thousand students in classes of thirty, with five assignments each. */
const SCHOOL = `
  INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
    SELECT 'k' || i, (SELECT id FROM school), 'Student ' || i, 'S. ' || i, 'thousand' || i, 'student', '' FROM generate_series(1, ${PEOPLE}) i;
  INSERT INTO membership (person_id, class_id, role) SELECT 'k' || i, 'kc' || (i % 34), 'student' FROM generate_series(1, ${PEOPLE}) i;
  ANALYZE;`;

const setIn = (now: number): Masses => ({
  classes: Array.from({ length: 34 }, (_, c) => ({ id: `kc${c}`, name: `Class ${c}` })),
  assignments: Array.from({ length: 170 }, (_, a) => ({
    id: `ka${a}`,
    classId: `kc${a % 34}`,
    position: a,
    title: `Assignment ${a}`,
    points: 20,
    postedAt: now - 48 * 3_600_000,
    dueAt: now + a * 3_600_000,
  })),
});

const tokenOf = (i: number): string => `thousand-${i}`.padEnd(43, 'x');
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const at = (sorted: readonly number[], share: number): number => sorted[Math.floor(sorted.length * share)] ?? 0;

/** One who types, each key as soon as it is pressed; gives back how long each took to be on the disk. */
async function writes(
  school: School,
  cookie: string,
  document: string,
  until: number,
  errors: string[],
): Promise<number[]> {
  const ydoc = new Y.Doc();
  const waits: number[] = [];
  const sent = new Map<number, number>();
  const socket = new WebSocket(`${school.url.replace('http', 'ws')}/api/save`, {
    headers: { cookie, origin: school.url },
  });
  socket.on('error', (error) => errors.push(`line: ${error.message}`));
  await new Promise((resolve) => socket.once('open', resolve));
  const joined = new Promise((resolve) => socket.once('message', resolve));
  socket.send(JSON.stringify({ kind: 'join', document, vector: '' }));
  await joined;
  socket.on('message', (data) => {
    const said = JSON.parse(String(data)) as { kind: string; n?: number };
    const began = said.n === undefined ? undefined : sent.get(said.n);
    if (said.kind === 'saved' && began !== undefined) waits.push(performance.now() - began);
    else if (said.kind !== 'saved' && said.kind !== 'pong') errors.push(`save: ${String(data).slice(0, 80)}`);
  });
  let n = 0;
  ydoc.on('update', (update: Uint8Array) => {
    n += 1;
    sent.set(n, performance.now());
    socket.send(JSON.stringify({ kind: 'update', document, n, update: Buffer.from(update).toString('base64') }));
  });
  const text = new Y.XmlText();
  const paragraph = new Y.XmlElement('paragraph');
  paragraph.insert(0, [text]);
  ydoc.getXmlFragment('text').push([paragraph]);
  while (Date.now() < until) {
    await sleep((1000 / KEYS) * (0.5 + Math.random()));
    text.insert(text.length, 'x');
  }
  await sleep(2000);
  if (waits.length < n) errors.push(`${n - waits.length} keys were not answered`);
  socket.close();
  return waits;
}

/** A thousand people at once: a line of news each, a page each within three minutes, two hundred of them typing. */
export async function thousandFigures(): Promise<Figure[]> {
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  await addMasses(db, setIn(Date.now()));
  await db.run(SCHOOL);
  const now = Date.now();
  const documents: string[] = [];
  for (let i = 1; i <= PEOPLE; i += 1) {
    const personId = `k${i}` as Person['id'];
    await addSession(db, { tokenHash: hashToken(tokenOf(i)), personId, at: now, expiresAt: now + 3_600_000 });
    if (i > WRITERS) continue;
    const made = await newDocument(db, (await findPerson(db, personId)) as Person, 'Log', now);
    if (made.ok) documents.push(made.document);
  }
  await db.close();
  await school.start();
  const errors: string[] = [];
  const cookieOf = (i: number) => `kite_session=${tokenOf(i)}`;
  const leave = new AbortController();
  try {
    const until = Date.now() + SECONDS * 1000;
    let memory = 0;
    let streams = 0;
    const watch = setInterval(() => {
      memory = Math.max(memory, school.memory());
    }, 1000);
    const began = Date.now();
    const pages: number[] = [];
    /** The longest page of each half minute. */
    const longest = new Map<number, number>();
    const visit = async (i: number) => {
      await sleep(((SECONDS - 15) * 1000 * i) / PEOPLE);
      try {
        const from = performance.now();
        const half = Math.floor((Date.now() - began) / 30_000);
        const answer = await fetch(`${school.url}/today`, { headers: { cookie: cookieOf(i) } });
        await answer.text();
        const took = performance.now() - from;
        pages.push(took);
        longest.set(half, Math.max(took, longest.get(half) ?? 0));
        if (answer.status !== 200) errors.push(`page: ${answer.status}`);
      } catch (error) {
        errors.push(`page: ${String(error)}`);
      }
    };
    const listen = async (i: number) => {
      await sleep((COMING * i) / PEOPLE);
      try {
        const answer = await fetch(`${school.url}/api/events`, {
          headers: { cookie: cookieOf(i) },
          signal: leave.signal,
        });
        if (answer.status !== 200) throw new Error(String(answer.status));
        streams += 1;
        const reader = answer.body?.getReader();
        while (reader && !(await reader.read()).done);
        if (Date.now() < until) errors.push('a stream ended');
      } catch (error) {
        if (!leave.signal.aborted) errors.push(`stream: ${String(error)}`);
      }
    };
    const people = Array.from({ length: PEOPLE }, (_, i) => i + 1);
    const listening = people.map(listen);
    const visiting = people.map(visit);
    const typing = documents.map(async (document, i) => {
      await sleep((COMING * i) / WRITERS);
      return writes(school, cookieOf(i + 1), document, until, errors);
    });
    const saves = (await Promise.all(typing)).flat().sort((a, b) => a - b);
    await Promise.all(visiting);
    clearInterval(watch);
    leave.abort();
    await Promise.all(listening);
    pages.sort((a, b) => a - b);
    console.log(
      `# thousand: ${streams} streams, ${pages.length} pages (median ${at(pages, 0.5).toFixed(0)} ms, longest by half minutes ${[...longest.values()].map((ms) => ms.toFixed(0)).join(', ')} ms), ${saves.length} saves (median ${at(saves, 0.5).toFixed(0)} ms, longest ${saves.at(-1)?.toFixed(0)} ms); ${[...new Set(errors)].slice(0, 5).join('; ')}`,
    );
    return [
      { name: 'thousand-errors', value: errors.length, unit: 'errors', budget: 0, bound: 'most' },
      { name: 'thousand-page-p95', value: at(pages, 0.95), unit: 'ms', budget: 1000, bound: 'most' },
      { name: 'thousand-save-p95', value: at(saves, 0.95), unit: 'ms', budget: 300, bound: 'most' },
      { name: 'thousand-memory', value: memory / 1e6, unit: 'MB', budget: 1200, bound: 'most' },
    ];
  } finally {
    await school.end();
    school.remove();
  }
}
