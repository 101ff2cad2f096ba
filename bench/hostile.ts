import { readdirSync, readFileSync } from 'node:fs';
import { request } from 'node:http';
import { DEMO_PASSWORD, STUDENTS } from '@demo/school';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import { type Figure, median } from './figures';
import { type HostileFile, hostileUpdates, madeFiles, namedFiles } from './hostile-inputs';

const MEGABYTE = 1024 * 1024;

/** A person of the demo, signed in, and how they ask. */
class Person {
  private constructor(
    readonly school: School,
    readonly cookie: string,
  ) {}

  static async signIn(school: School, person: string): Promise<Person> {
    const answer = await fetch(`${school.url}/api/sign-in/demo`, {
      method: 'POST',
      headers: { origin: school.url, 'content-type': 'application/json' },
      body: JSON.stringify({ person }),
    });
    return new Person(school, answer.headers.getSetCookie()[0]?.split(';')[0] ?? '');
  }

  get(path: string): Promise<Response> {
    return fetch(`${this.school.url}${path}`, { headers: { cookie: this.cookie }, redirect: 'manual' });
  }

  send(path: string, body: BodyInit, type = 'application/octet-stream'): Promise<Response> {
    const headers = { cookie: this.cookie, origin: this.school.url, 'content-type': type };
    return fetch(`${this.school.url}${path}`, { method: 'POST', headers, body });
  }

  async copy(step: string): Promise<string> {
    const answer = await this.send(`/api/steps/${step}/copy`, '{}', 'application/json');
    return ((await answer.json()) as { document: string }).document;
  }

  line(): Promise<WebSocket> {
    const socket = new WebSocket(`${this.school.url.replace('http', 'ws')}/api/save`, {
      headers: { cookie: this.cookie, origin: this.school.url },
    });
    return new Promise((resolve, reject) => {
      socket.once('open', () => resolve(socket));
      socket.once('error', reject);
    });
  }
}

const base64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');

/** A message on a line, and the first answer to it. */
function told(socket: WebSocket, message: object): Promise<{ kind: string; code?: string; update?: string }> {
  return new Promise((resolve, reject) => {
    const closed = (code: number) => reject(new Error(`closed with ${code}`));
    socket.once('close', closed);
    socket.once('message', (data) => {
      socket.off('close', closed);
      resolve(JSON.parse(String(data)));
    });
    socket.send(JSON.stringify(message));
  });
}

/** Memory of a process and of all that it has started, in bytes. */
function resident(root: number): number {
  const parents = new Map<number, number>();
  const sizes = new Map<number, number>();
  for (const name of readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue;
    try {
      const status = readFileSync(`/proc/${name}/status`, 'utf8');
      parents.set(Number(name), Number(/^PPid:\s+(\d+)/m.exec(status)?.[1]));
      sizes.set(Number(name), Number(/^VmRSS:\s+(\d+)/m.exec(status)?.[1] ?? 0) * 1024);
    } catch {
      // It ended while it was looked at.
    }
  }
  const isOurs = (pid: number): boolean => pid === root || (parents.has(pid) && isOurs(parents.get(pid) ?? 0));
  let sum = 0;
  for (const [pid, size] of sizes) if (isOurs(pid)) sum += size;
  return sum;
}

/** How others fare while something goes on: a page's data asked for, a sentence saved, each again and again. */
class Others {
  readonly waits: number[] = [];
  readonly saves: number[] = [];
  largest = 0;
  /** What is being read just now, to be named where somebody waits. */
  readonly meanwhile = new Set<string>();
  #going = true;
  readonly #done: Promise<unknown>;

  constructor(school: School, reader: Person, socket: WebSocket, document: string, ydoc: Y.Doc) {
    this.#done = Promise.all([this.#read(reader), this.#write(socket, document, ydoc), this.#watch(school.pid)]);
  }

  async #read(reader: Person): Promise<void> {
    while (this.#going) {
      const before = performance.now();
      await (await reader.get('/api/find?q=cloud')).arrayBuffer();
      const waited = performance.now() - before;
      this.waits.push(waited);
      if (waited > 400) console.log(`# ${waited.toFixed(0)} ms while ${[...this.meanwhile].join(', ')} was read`);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
  }

  async #write(socket: WebSocket, document: string, ydoc: Y.Doc): Promise<void> {
    const text = new Y.XmlText();
    ((ydoc.getXmlFragment('text').get(1) as Y.XmlElement).get(0) as Y.XmlElement).insert(0, [text]);
    let known = new Uint8Array();
    for (let n = 1; this.#going; n += 1) {
      text.insert(text.length, 'a');
      const update = base64(Y.encodeStateAsUpdate(ydoc, known.length > 0 ? known : undefined));
      known = new Uint8Array(Y.encodeStateVector(ydoc));
      const before = performance.now();
      const answer = await told(socket, { kind: 'update', document, n, update });
      if (answer.kind !== 'saved') throw new Error(`not saved: ${JSON.stringify(answer)}`);
      this.saves.push(performance.now() - before);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
  }

  async #watch(pid: number): Promise<void> {
    while (this.#going) {
      this.largest = Math.max(this.largest, resident(pid));
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  async end(): Promise<void> {
    this.#going = false;
    await this.#done;
  }
}

const CLEAR =
  /^(too-large|too-intricate|too-busy|too-much|not-a-text|broken|empty-file|not-a-picture|picture-too-large|pdf-broken|pdf-locked|name-lies)$/;

/** Sends a file the way it would be sent. Gives back whether the answer is a clear word, or a text that may be kept. */
async function attack(person: Person, { name, bytes }: HostileFile): Promise<boolean> {
  const path = name.endsWith('.gif') ? '/api/text-pictures' : `/api/import?name=${encodeURIComponent(name)}`;
  const answer = await person.send(path, new Uint8Array(bytes));
  const text = await answer.text();
  const said = JSON.parse(text) as { ok: boolean; code?: string };
  if (text.length > MEGABYTE) return false;
  return answer.status < 500 && (said.ok || CLEAR.test(said.code ?? ''));
}

/** Every input that once stopped the school, and two hundred made from them, while others read and write. */
export async function hostileFigures(): Promise<Figure[]> {
  // Made beforehand: this process must not be busy while it measures.
  const files = [...namedFiles(), ...madeFiles(200)];
  const updates = Object.entries(hostileUpdates());
  const school = await School.open();
  let others: Others | null = null;
  try {
    const people = await Promise.all(STUDENTS.slice(0, 8).map(({ id }) => Person.signIn(school, id)));
    const [reader, writer, ...attackers] = people as [Person, Person, ...Person[]];
    const document = await writer.copy('tide-tables-2');
    const socket = await writer.line();
    const ydoc = new Y.Doc();
    const joined = await told(socket, { kind: 'join', document, vector: '' });
    Y.applyUpdate(ydoc, new Uint8Array(Buffer.from(joined.update ?? '', 'base64')));
    for (let i = 0; i < 30; i += 1) await (await reader.get('/api/find?q=cloud')).arrayBuffer();
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const before = resident(school.pid);
    others = new Others(school, reader, socket, document, ydoc);
    let unclear = 0;
    // The readings of one person are limited for an hour, so several take turns; each sends one after the other.
    let next = 0;
    const took: number[] = [];
    await Promise.all(
      attackers.slice(0, 2).map(async (_, turn) => {
        while (next < files.length) {
          const file = files[next] as HostileFile;
          next += 1;
          const began = performance.now();
          others?.meanwhile.add(file.name);
          const who = attackers[(next % 3) * 2 + turn] ?? (attackers[turn] as Person);
          if (!(await attack(who, file))) {
            unclear += 1;
            console.log(`# no clear word for ${file.name}`);
          }
          others?.meanwhile.delete(file.name);
          took.push(performance.now() - began);
        }
      }),
    );
    // Updates, joins without reading the answers, and lines without an end.
    const one = await Person.signIn(school, 's-wren');
    const target = await one.copy('tide-tables-2');
    for (const [name, update] of updates) {
      others.meanwhile.add(name);
      const line = await one.line();
      await told(line, { kind: 'join', document: target, vector: '' });
      const answer = await told(line, { kind: 'update', document: target, n: 1, update: base64(update) });
      console.log(`# update ${name}: ${answer.kind} ${answer.code ?? ''}`);
      line.terminate();
      others.meanwhile.delete(name);
    }
    others.meanwhile.add('joins');
    const flood = await one.line();
    flood.pause();
    for (let i = 0; i < 150; i += 1) flood.send(JSON.stringify({ kind: 'join', document: target, vector: '' }));
    await new Promise((resolve) => setTimeout(resolve, 3000));
    flood.terminate();
    const largest = others.largest;
    await others.end();
    await new Promise((resolve) => setTimeout(resolve, 6000));
    const after = resident(school.pid);
    const saves = others.saves.sort((a, b) => a - b);
    console.log(
      `# ${files.length} files, read in ${median(took).toFixed(0)} ms at the median and ${Math.max(...took).toFixed(0)} at most; ${others.waits.length} questions and ${saves.length} saves of others meanwhile`,
    );
    return [
      { name: 'hostile-unclear', value: unclear, unit: 'files', budget: 0, bound: 'most' },
      { name: 'hostile-wait-longest', value: Math.max(...others.waits), unit: 'ms', budget: 500, bound: 'most' },
      {
        name: 'hostile-save-p99',
        value: saves[Math.floor(saves.length * 0.99)] ?? 0,
        unit: 'ms',
        budget: 500,
        bound: 'most',
      },
      { name: 'hostile-memory-grows', value: (largest - before) / MEGABYTE, unit: 'MB', budget: 400, bound: 'most' },
      { name: 'hostile-memory-stays', value: (after - before) / MEGABYTE, unit: 'MB', budget: 150, bound: 'most' },
      ...(await changedFigures(school, people)),
    ];
  } finally {
    await others?.end().catch(() => {});
    await school.end();
    school.remove();
  }
}

const ODD = [
  '%00',
  '%',
  '%E0%A4%A',
  'NaN',
  '-1',
  '1e308',
  '%F0%9F%AA%81',
  "'",
  '%22',
  '..%2f',
  '__proto__',
  'null',
  ' ',
  '%ED%A0%80',
  '99999999999999999999',
];

/** Requests over all routes with something odd in the address, the query or the body: none may break anything. */
async function changedFigures(school: School, people: readonly Person[]): Promise<Figure[]> {
  const { PERMISSIONS } = await import('@/server/entries');
  const entries = Object.keys(PERMISSIONS).filter((entry) => !/^SOCKET|sign-|password/.test(entry));
  const real: Readonly<Record<string, string>> = {
    assignment: 'cloud-ladder',
    step: 'cloud-ladder-2',
    class: 'weather',
    material: 'two-moths',
    student: 's-imke',
    chapter: '1',
    position: '0',
    version: '1',
    part: 'x',
    picture: 'cloud-ladder-cloud-ladder',
  };
  let random = 12_345;
  const next = (below: number) => {
    random = (random * 48_271) % 2_147_483_647;
    return random % below;
  };
  const odd = () => ODD[next(ODD.length)] ?? '';
  const bodies = [
    () => '{',
    () => 'null',
    () => '[]',
    () => '"x"',
    () => `{"note":"\\u0000","act":"${'a'.repeat(20)}"}`,
    () => `{"spot":1e400}`,
    () => '['.repeat(5000),
    () =>
      JSON.stringify({
        act: 'a'.repeat(12),
        note: '\ud800',
        body: 'x',
        begun: 1,
        off: 'x',
        title: {},
        from: 'link',
        address: 'javascript:1',
        name: 'a',
      }),
    () =>
      JSON.stringify({
        marks: [{ criterionId: odd(), points: Number.MAX_VALUE, comment: '' }],
        general: '',
        remarks: [null],
        sound: 'x',
        anotherGo: 7,
      }),
    () =>
      JSON.stringify({
        events: [-1, 2 ** 60],
        upTo: 2 ** 53,
        number: -5,
        fingerprint: 'x'.repeat(64),
        minutes: 9e9,
        student: odd(),
        handIns: [odd()],
      }),
  ];
  let broken = 0;
  let asked = 0;
  const statuses = new Map<number, number>();
  const one = async (turn: number): Promise<void> => {
    const entry = entries[turn % entries.length] as string;
    const [method = 'GET', pattern = '/'] = entry.split(' ');
    const changed = next(3);
    const path = pattern.replace(/\[(\w+)\]/g, (_, name: string) => (changed === 0 ? odd() : (real[name] ?? 'x')));
    const query =
      changed === 1 || next(4) === 0
        ? `?${['q', 'as', 'student', 'week', 'state', 'from', 'name', 'word', 'sort', 'order', 'show'][next(11)]}=${odd()}`
        : '';
    const person = people[turn % people.length] as Person;
    const verb = method === 'PAGE' ? 'GET' : method;
    const headers: Record<string, string> = { cookie: person.cookie };
    if (verb !== 'GET' && verb !== 'HEAD') {
      headers.origin = school.url;
      headers['content-type'] =
        next(8) === 0
          ? 'text/plain'
          : /uploads|import|text-pictures|files|sound/.test(path)
            ? 'application/octet-stream'
            : 'application/json';
    }
    if (path.includes('uploads'))
      Object.assign(headers, {
        'tus-resumable': '1.0.0',
        'upload-length': odd().replace(/[^\x20-\x7e]/g, ''),
        'upload-metadata': 'name !!',
        'upload-offset': 'NaN',
      });
    if (path === '/api/events') return;
    try {
      const answer = await fetch(`${school.url}${path}${query}`, {
        method: verb,
        headers,
        redirect: 'manual',
        body: verb === 'GET' || verb === 'HEAD' ? null : (bodies[next(bodies.length)] as () => string)(),
      });
      await answer.arrayBuffer();
      asked += 1;
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      if (answer.status >= 500) {
        broken += 1;
        console.log(`# ${answer.status} from ${verb} ${path}${query}`);
      }
    } catch (error) {
      // What this side refuses to send has not been asked.
      if (!(error instanceof TypeError)) throw error;
    }
  };
  let turn = 0;
  await Promise.all(
    Array.from({ length: 6 }, async () => {
      while (turn < 10_600) {
        turn += 1;
        await one(turn);
      }
    }),
  );
  console.log(
    `# ${asked} changed requests: ${[...statuses]
      .sort(([a], [b]) => a - b)
      .map(([status, n]) => `${n} x ${status}`)
      .join(', ')}`,
  );
  return [
    { name: 'hostile-requests', value: asked, unit: 'requests', budget: 10_000, bound: 'least' },
    { name: 'hostile-requests-broken', value: broken, unit: 'answers', budget: 0, bound: 'most' },
  ];
}

/** So many people sign in with their passwords at once: how long until all are in, and how many were refused. */
async function signInAtOnce(people: number): Promise<{ readonly seconds: number; readonly refused: number }> {
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  await db.query(
    `INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
     SELECT 'crowd-' || n, school_id, 'Crowd ' || n, 'C ' || n, 'crowd' || n, 'student', password_hash
     FROM person, generate_series(1, $1::int) n WHERE id = 's-imke'`,
    [people],
  );
  await db.close();
  await school.start();
  const signIn = (userName: string): Promise<number> =>
    new Promise((resolve, reject) => {
      // Not `fetch`: it gives up on an answer that takes minutes, which no browser does.
      const headers = { origin: school.url, 'content-type': 'application/json' };
      const asked = request(`${school.url}/api/sign-in`, { method: 'POST', headers, agent: false }, (answer) => {
        answer.resume();
        answer.on('end', () => resolve(answer.statusCode ?? 0));
      });
      asked.on('error', reject);
      const body = JSON.stringify({ userName, password: DEMO_PASSWORD });
      asked.setHeader('content-length', Buffer.byteLength(body));
      asked.end(body);
    });
  const began = performance.now();
  const all = await Promise.all(Array.from({ length: people }, (_, i) => signIn(`crowd${i + 1}`)));
  const seconds = (performance.now() - began) / 1000;
  await school.end();
  school.remove();
  return { seconds, refused: all.filter((status) => status !== 200).length };
}

/** A class that signs in with its passwords at once, and a school. */
export async function signInFigures(): Promise<Figure[]> {
  const [few, many] = [await signInAtOnce(30), await signInAtOnce(1000)];
  return [
    { name: 'sign-in-30-at-once', value: few.seconds, unit: 's', budget: 10, bound: 'most' },
    { name: 'sign-in-1000-at-once', value: many.seconds, unit: 's', budget: 240, bound: 'most' },
    { name: 'sign-in-refused', value: few.refused + many.refused, unit: 'people', budget: 0, bound: 'most' },
  ];
}
