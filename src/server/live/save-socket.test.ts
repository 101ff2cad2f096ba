import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { jest } from '@jest/globals';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { documentJson } from '@/core/documents/text-document';
import type { AssignmentId, PersonId, StepId } from '@/core/ids';
import { plainText } from '@/core/text/document-json';
import { signInToDemo, signOut } from '@/server/doing/accounts/signing-in';
import { handIn, openCopy, takeBack } from '@/server/doing/handing-in/handing-in';
import { workshop } from '@/server/workshop';
import { openPostgres } from '@/store/postgres-driver';
import { loadDocument, type TestSchool, testSchool } from '@/store/test-school';
import { hostileUpdates } from '../../../bench/hostile-inputs';
import { SaveSocket } from './save-socket';

let school: TestSchool;
let saveSocket: SaveSocket;
let server: Server;
let address: string;

beforeAll(async () => {
  school = await testSchool();
  saveSocket = new SaveSocket(school.db, { checks: 50, half: 400 });
  await saveSocket.start();
  server = createServer().on('upgrade', (request, stream, head) => void saveSocket.upgrade(request, stream, head));
  await new Promise<void>((resolve) => server.listen(0, resolve));
  address = `localhost:${(server.address() as AddressInfo).port}`;
  process.env.KITE_URL = `http://${address}`;
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await school.end();
});

interface Message {
  readonly kind: string;
  readonly [more: string]: unknown;
}

/** One tab's line, with everything it has heard. */
class Tab {
  readonly heard: Message[] = [];
  readonly ydoc = new Y.Doc();
  closed: number | null = null;

  private constructor(
    readonly socket: WebSocket,
    readonly token: string,
  ) {
    socket.on('message', (data) => this.heard.push(JSON.parse(String(data))));
    socket.on('close', (code) => {
      this.closed = code;
    });
  }

  static async open(personId: string): Promise<Tab> {
    const entered = await signInToDemo(school.db, personId as PersonId, Date.now());
    if (!entered.ok) throw new Error(entered.code);
    return Tab.of(entered.token);
  }

  /** One more tab of a browser in which somebody has signed in. */
  static async of(token: string, at = address): Promise<Tab> {
    const headers = { cookie: `kite_session=${token}`, origin: `http://${address}` };
    const socket = new WebSocket(`ws://${at}/api/save`, { headers });
    const tab = new Tab(socket, token);
    await new Promise((resolve, reject) => {
      socket.once('open', resolve);
      socket.once('error', reject);
    });
    return tab;
  }

  say(message: Message): void {
    this.socket.send(JSON.stringify(message));
  }

  async wait(kind: string): Promise<Message> {
    // The first one waits for a process of the workshop to begin, which lets everything else go first.
    for (let i = 0; i < 2000; i += 1) {
      const at = this.heard.findIndex((message) => message.kind === kind);
      if (at >= 0) return this.heard.splice(at, 1)[0] as Message;
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    throw new Error(`nothing of the kind ${kind} came, but ${JSON.stringify(this.heard)}`);
  }

  async join(document: string): Promise<Message> {
    this.say({ kind: 'join', document, vector: Buffer.from(Y.encodeStateVector(this.ydoc)).toString('base64') });
    const joined = await this.wait('joined');
    Y.applyUpdate(this.ydoc, new Uint8Array(Buffer.from(String(joined.update), 'base64')));
    return joined;
  }

  /** Types into the first answer and sends what that changed. */
  type(document: string, n: number, text: string): void {
    const before = Y.encodeStateVector(this.ydoc);
    const answer = this.ydoc.getXmlFragment('text').get(1) as Y.XmlElement;
    (answer.get(0) as Y.XmlElement).insert(0, [new Y.XmlText(text)]);
    const update = Buffer.from(Y.encodeStateAsUpdate(this.ydoc, before)).toString('base64');
    this.say({ kind: 'update', document, n, update });
  }
}

async function copyOf(person: string): Promise<string> {
  const copy = await openCopy(school.db, await school.person(person), 'cloud-ladder-2' as StepId, Date.now());
  if (!copy.ok) throw new Error(copy.code);
  return copy.document;
}

const stored = async (document: string) => plainText(documentJson(await loadDocument(school.db, document as never)));

/** Text in the first answer, as a tab has it. */
const seen = (tab: Tab) => plainText(documentJson(tab.ydoc));

(process.env.KITE_TEST_DATABASE ? test : test.skip)(
  'what is typed in one process is heard by the tabs of another, however long it is',
  async () => {
    const db = await openPostgres(school.url);
    const other = new SaveSocket(db);
    await other.start();
    const second = createServer().on('upgrade', (request, stream, head) => void other.upgrade(request, stream, head));
    await new Promise<void>((resolve) => second.listen(0, resolve));
    try {
      const document = await copyOf('s-dao');
      const here = await Tab.open('s-dao');
      const there = await Tab.of(here.token, `localhost:${(second.address() as AddressInfo).port}`);
      await here.join(document);
      await there.join(document);
      // The second is too long to be told: it is read.
      const long = 'a long line '.repeat(600);
      for (const [n, words] of ['Short. ', long].entries()) {
        here.type(document, n + 1, words);
        const { update } = await there.wait('changed');
        Y.applyUpdate(there.ydoc, new Uint8Array(Buffer.from(String(update), 'base64')));
        expect(seen(there)).toBe(seen(here));
        expect(seen(there)).toContain(words.trim());
        await here.wait('saved');
      }
      // Whoever typed does not hear of it again.
      expect(here.heard.filter(({ kind }) => kind === 'changed')).toEqual([]);
      here.socket.close();
      there.socket.close();
    } finally {
      second.closeAllConnections();
      second.close();
      await db.close();
    }
  },
);

describe('the save socket', () => {
  test('gives what is stored, takes what is typed, and says that it is saved only when it is', async () => {
    const document = await copyOf('s-wren');
    const tab = await Tab.open('s-wren');
    expect(await tab.join(document)).toMatchObject({ editable: true, document });
    tab.type(document, 1, 'It climbs.');
    expect(await tab.wait('saved')).toMatchObject({ n: 1, document });
    expect(await stored(document)).toBe('It climbs.');
    tab.socket.close();
  });

  test('reads the whole of a document for one join of a line at a time, however many are asked for at once', async () => {
    const document = await copyOf('s-wren');
    let reading = 0;
    let most = 0;
    const [query, work] = [school.db.query.bind(school.db), workshop().do.bind(workshop())];
    const queries = jest.spyOn(school.db, 'query').mockImplementation((sql, params) => {
      if (sql.includes('FROM document_update')) reading += 1;
      most = Math.max(most, reading);
      return query(sql, params);
    });
    const jobs = jest.spyOn(workshop(), 'do').mockImplementation(async (person, name, given) => {
      const done = await work(person, name, given);
      if (name === 'join') reading -= 1;
      return done;
    });
    const tab = await Tab.open('s-wren');
    try {
      for (let i = 0; i < 12; i += 1) tab.say({ kind: 'join', document, vector: '' });
      for (let i = 0; i < 12; i += 1) await tab.wait('joined');
      expect(most).toBe(1);
    } finally {
      queries.mockRestore();
      jobs.mockRestore();
      tab.socket.close();
    }
  });

  test('tells a second tab what the first one typed, and nobody else', async () => {
    const document = await copyOf('s-yusuf');
    const [one, other, stranger] = await Promise.all([Tab.open('s-yusuf'), Tab.open('s-yusuf'), Tab.open('s-keanu')]);
    await one.join(document);
    await other.join(document);
    await stranger.join(await copyOf('s-keanu'));
    one.type(document, 1, 'Seen by both.');
    const changed = await other.wait('changed');
    Y.applyUpdate(other.ydoc, new Uint8Array(Buffer.from(String(changed.update), 'base64')));
    expect(plainText(documentJson(other.ydoc))).toBe('Seen by both.');
    await one.wait('saved');
    expect([one.heard, stranger.heard]).toEqual([[], []]);
    other.say({ kind: 'leave', document });
    one.type(document, 2, 'Not heard. ');
    await one.wait('saved');
    expect(other.heard).toEqual([]);
    for (const tab of [one, other, stranger]) tab.socket.close();
  });

  test('coming back with a state vector gets only what is new', async () => {
    const document = await copyOf('s-keanu');
    const tab = await Tab.open('s-keanu');
    const first = await tab.join(document);
    const again = await tab.join(document);
    expect(String(again.update).length).toBeLessThan(String(first.update).length / 4);
    tab.say({ kind: 'join', document, vector: '////' });
    expect(String((await tab.wait('joined')).update).length).toBe(String(first.update).length);
    tab.socket.close();
  });

  test('a hand-in freezes every open tab, and taking back thaws them', async () => {
    const document = await copyOf('s-zofia');
    const zofia = await school.person('s-zofia');
    const tab = await Tab.open('s-zofia');
    await tab.join(document);
    tab.type(document, 1, 'It falls.');
    await tab.wait('saved');
    const assignmentId = 'cloud-ladder' as AssignmentId;
    await handIn(school.db, zofia, { assignmentId, act: 'act-socket', note: '' }, Date.now());
    expect(await tab.wait('editable')).toMatchObject({ editable: false, document });
    tab.type(document, 2, 'Too late. ');
    expect(await tab.wait('refused')).toMatchObject({ n: 2, code: 'already-handed-in' });
    expect(await stored(document)).toBe('It falls.');
    await takeBack(school.db, zofia, assignmentId, Date.now());
    expect(await tab.wait('editable')).toMatchObject({ editable: true });
    const before = Buffer.from(Y.encodeStateAsUpdate(tab.ydoc)).toString('base64');
    tab.say({ kind: 'update', document, n: 3, update: before });
    await tab.wait('saved');
    expect(await stored(document)).toContain('Too late.');
    tab.socket.close();
  });

  test('signing out ends the line', async () => {
    const tab = await Tab.open('s-wren');
    await signOut(school.db, tab.token);
    for (let i = 0; i < 100 && tab.closed === null; i += 1) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(tab.closed).toBe(4401);
  });

  test('a reset, a change of role and leaving a class end the lines at once, whoever did it', async () => {
    const closed = async (tab: Tab) => {
      for (let i = 0; i < 100 && tab.closed === null; i += 1) await new Promise((resolve) => setTimeout(resolve, 10));
      return tab.closed;
    };
    const [reset, other] = [await Tab.open('s-yusuf'), await Tab.open('s-yusuf')];
    await school.db.query("DELETE FROM session WHERE person_id = 's-yusuf'");
    expect([await closed(reset), await closed(other)]).toEqual([4401, 4401]);
    const left = await Tab.open('s-keanu');
    await school.db.query("DELETE FROM membership WHERE person_id = 's-keanu' AND class_id = 'workshop'");
    expect(await closed(left)).toBe(4409);
    const role = await Tab.open('s-keanu');
    await school.db.query("UPDATE person SET role = role WHERE id = 's-keanu'");
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(role.closed).toBeNull();
    await school.db.query("UPDATE person SET role = 'teacher' WHERE id = 's-keanu'");
    expect(await closed(role)).toBe(4409);
    await school.db.query("UPDATE person SET role = 'student' WHERE id = 's-keanu'");
  });

  test('a line that is opened while it is looked up which sessions have ended is not ended with them', async () => {
    const query = school.db.query.bind(school.db);
    let answer = () => {};
    const answered = new Promise<void>((resolve) => {
      answer = resolve;
    });
    const asked = new Promise<void>((resolve) => {
      jest.spyOn(school.db, 'query').mockImplementation(async (sql, params) => {
        const found = await query(sql, params);
        // The look that the clock brought, and not the one of the line that opens.
        if (!sql.includes('FROM session') || (params?.[0] as string[] | undefined)?.length !== 2) return found;
        resolve();
        await answered;
        return found;
      });
    });
    const before = [await Tab.open('s-goran'), await Tab.open('s-goran')];
    await asked;
    const opened = await Tab.open('s-goran');
    answer();
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect([...before, opened].map(({ closed }) => closed)).toEqual([null, null, null]);
    jest.restoreAllMocks();
    for (const { socket } of [...before, opened]) socket.terminate();
  });

  test('somebody else’s document is gone for everybody else, and what is no message is refused', async () => {
    const document = await copyOf('s-wren');
    const before = await stored(document);
    const tab = await Tab.open('s-zofia');
    tab.say({ kind: 'join', document, vector: '' });
    expect(await tab.wait('refused')).toMatchObject({ document, code: 'gone' });
    tab.say({ kind: 'update', document, n: 1, update: 'AAA=' });
    expect(await tab.wait('refused')).toMatchObject({ document, n: 1, code: 'gone' });
    tab.socket.send('not json');
    expect(await tab.wait('refused')).toMatchObject({ code: 'malformed' });
    tab.say({ kind: 'update', document: 7 });
    expect(await tab.wait('refused')).toMatchObject({ code: 'malformed' });
    const own = await Tab.open('s-wren');
    await own.join(document);
    own.say({ kind: 'update', document, n: 1, update: Buffer.alloc(50, 255).toString('base64') });
    expect(await own.wait('refused')).toMatchObject({ n: 1, code: 'malformed' });
    expect(await stored(document)).toBe(before);
    tab.socket.close();
    own.socket.close();
  });

  test('a person has twenty lines and no more, and a message without an end ends them', async () => {
    // All of one browser: signing in again and again would end the oldest session, and its line with it.
    const first = await Tab.open('s-goran');
    const tabs = [first, ...(await Promise.all(Array.from({ length: 19 }, () => Tab.of(first.token))))];
    await expect(Tab.of(first.token)).rejects.toThrow('429');
    tabs[0]?.socket.close();
    for (let i = 0; i < 100 && tabs[0]?.closed === null; i += 1)
      await new Promise((resolve) => setTimeout(resolve, 10));
    tabs[0] = await Tab.of(first.token);
    // Eleven of 19 half-sent messages of a megabyte each are more than a person may have on the way.
    const frame = Buffer.concat([
      Buffer.from([0x01, 0xff, 0, 0, 0, 0, 0, 0x20, 0, 0, 1, 2, 3, 4]),
      Buffer.alloc(1_000_000),
    ]);
    for (const { socket } of tabs.slice(0, 11)) {
      (socket as unknown as { _socket: { write: (bytes: Buffer) => void } })._socket.write(frame);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    for (let i = 0; i < 200 && tabs.every(({ closed }) => closed === null); i += 1)
      await new Promise((resolve) => setTimeout(resolve, 10));
    expect(tabs.some(({ closed }) => closed !== null)).toBe(true);
    expect(tabs.filter(({ closed }) => closed === null).length).toBeGreaterThan(5);
    for (const { socket } of tabs) socket.terminate();
  });

  test('a line on which nothing is said stays; one on which half a message lies does not', async () => {
    const [quiet, half] = [await Tab.open('s-goran'), await Tab.open('s-goran')];
    await quiet.join(await copyOf('s-goran'));
    (half.socket as unknown as { _socket: { write: (bytes: Buffer) => void } })._socket.write(
      Buffer.from([0x81, 0xfe, 1]),
    );
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect([quiet.closed, half.closed === null]).toEqual([null, false]);
    quiet.socket.close();
  });

  test('whoever sends more than anybody types, or asks again and again, is let go of; others are answered meanwhile', async () => {
    const document = await copyOf('s-yusuf');
    const [flood, other] = [await Tab.open('s-yusuf'), await Tab.open('s-wren')];
    const vector = Buffer.from(Y.encodeStateVector(new Y.Doc())).toString('base64');
    for (let i = 0; i < 150; i += 1) flood.say({ kind: 'join', document, vector });
    expect(await other.join(await copyOf('s-wren'))).toMatchObject({ kind: 'joined' });
    for (let i = 0; i < 300 && flood.closed === null; i += 1) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(flood.closed).toBe(4429);
    other.socket.close();
  });

  test('what holds more than a document may is refused by a word, and what is typed afterwards is taken', async () => {
    const document = await copyOf('s-keanu');
    const tab = await Tab.open('s-keanu');
    await tab.join(document);
    const { deep, crowd } = hostileUpdates();
    const update = (bytes: Uint8Array | undefined) => Buffer.from(bytes ?? []).toString('base64');
    tab.say({ kind: 'update', document, n: 1, update: update(deep) });
    expect(await tab.wait('refused')).toMatchObject({ n: 1, code: 'too-intricate' });
    tab.say({ kind: 'update', document, n: 2, update: update(deep?.slice(0, 9000)) });
    expect(await tab.wait('refused')).toMatchObject({ n: 2, code: 'malformed' });
    tab.type(document, 3, 'Typed afterwards.');
    expect(await tab.wait('saved')).toMatchObject({ n: 3 });
    expect(await stored(document)).toContain('Typed afterwards.');
    expect(crowd?.byteLength).toBeGreaterThan(4096);
    tab.socket.close();
  });

  test.each([
    ['without a session', { origin: 'own' }],
    ['with a made-up session', { origin: 'own', cookie: 'kite_session=made-up' }],
    ['from another site', { origin: 'https://elsewhere.example' }],
  ])('nobody gets in %s', async (_, headers) => {
    const own = { ...headers, origin: headers.origin === 'own' ? `http://${address}` : headers.origin };
    const socket = new WebSocket(`ws://${address}/api/save`, { headers: own });
    const status = await new Promise((resolve) => {
      socket.on('unexpected-response', (__, response) => resolve(response.statusCode));
      socket.on('error', () => {});
    });
    expect(status).toBe(401);
  });
});
