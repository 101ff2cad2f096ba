/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { jest } from '@jest/globals';
import { openDB } from 'idb';
import * as Y from 'yjs';
import type { FromBrowser, FromServer } from '@/core/documents/save-messages';
import { firstUpdate, TEXT_FIELD } from '@/core/documents/text-document';
import { NAMES, personKey } from '@/ui/device/person-store';
import { DocumentSession } from './document-session';
import type { Joiner, Line } from './save-line';

const base64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
const bytesOf = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'base64'));

// What browsers have and the test's does not.
class Channel {
  onmessage: unknown = null;
  postMessage(): void {}
  close(): void {}
}
Object.assign(globalThis, {
  BroadcastChannel: Channel,
  structuredClone: globalThis.structuredClone ?? ((one: unknown) => one),
});

/** A line that says nothing by itself, and a server's document behind it. */
class MadeUpLine implements Line {
  readonly said: FromBrowser[] = [];
  readonly server = new Y.Doc();
  editable = true;
  #joiner: Joiner | null = null;

  constructor() {
    Y.applyUpdate(
      this.server,
      firstUpdate({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Given.' }] }] }),
    );
  }
  join(_document: string, joiner: Joiner): void {
    this.#joiner = joiner;
    joiner.opened();
  }
  leave(document: string): void {
    this.said.push({ kind: 'leave', document });
  }
  send(message: FromBrowser): void {
    this.said.push(message);
  }
  /** Everything of one kind that was said since it was last asked for. */
  take<Kind extends FromBrowser['kind']>(kind: Kind): Extract<FromBrowser, { kind: Kind }>[] {
    const found = this.said.filter((message): message is Extract<FromBrowser, { kind: Kind }> => message.kind === kind);
    for (const message of found) this.said.splice(this.said.indexOf(message), 1);
    return found;
  }
  hear(message: Omit<FromServer, 'document'>): void {
    this.#joiner?.hear({ ...message, document: 'd' } as FromServer);
  }
  /** The server answers a join as it does. */
  joined(): void {
    this.hear({
      kind: 'joined',
      update: base64(Y.encodeStateAsUpdate(this.server)),
      vector: base64(Y.encodeStateVector(this.server)),
      editable: this.editable,
    } as never);
  }
  /** The server takes an update in and says so. */
  saves({ n, update }: { readonly n: number; readonly update: string }): void {
    Y.applyUpdate(this.server, bytesOf(update));
    this.hear({ kind: 'saved', n, at: Date.now() } as never);
  }
  cut = (): void => this.#joiner?.closed();
  fallSilent = (): void => this.#joiner?.silent();
  back = (): void => this.#joiner?.opened();
}

const type = (session: DocumentSession, words: string): void => {
  const paragraph = session.ydoc.getXmlFragment(TEXT_FIELD).get(0) as Y.XmlElement;
  (paragraph.get(0) as Y.XmlText).insert(0, words);
};
const textOf = (ydoc: Y.Doc): string => ydoc.getXmlFragment(TEXT_FIELD).toString();

let line: MadeUpLine;
let session: DocumentSession;
let n = 0;

/** A session of a document that nobody has had here, joined and saved. */
async function begun(): Promise<void> {
  n += 1;
  line = new MadeUpLine();
  session = new DocumentSession(`d${n}`, line);
  for (let look = 0; look < 200 && line.said.length === 0; look += 1) await jest.advanceTimersByTimeAsync(10);
  expect(line.take('join')).toHaveLength(1);
  line.joined();
}

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
  localStorage.clear();
});
afterEach(() => {
  session.close();
  jest.useRealTimers();
});

test('says what is here first, and is ready and saved with what the server has', async () => {
  await begun();
  expect(session.state).toMatchObject({ safety: 'saved', ready: true, editable: true });
  expect(textOf(session.ydoc)).toContain('Given.');
});

test('what is typed is sent after a moment, and what is typed meanwhile goes together after the answer', async () => {
  await begun();
  type(session, 'One. ');
  expect(session.state.safety).toBe('saving');
  expect(line.take('update')).toEqual([]);
  await jest.advanceTimersByTimeAsync(200);
  const [first] = line.take('update');
  type(session, 'Two. ');
  type(session, 'Three. ');
  await jest.advanceTimersByTimeAsync(500);
  expect(line.take('update')).toEqual([]);
  line.saves(first as never);
  expect(session.state.safety).toBe('saving');
  const [second, ...more] = line.take('update');
  expect(more).toEqual([]);
  line.saves(second as never);
  expect(session.state.safety).toBe('saved');
  expect(textOf(line.server)).toContain('Three. Two. One. Given.');
});

test('whoever types without a pause is saved meanwhile', async () => {
  await begun();
  for (let i = 0; i < 40; i += 1) {
    type(session, `${i} `);
    await jest.advanceTimersByTimeAsync(50);
  }
  const [sent, ...more] = line.take('update');
  expect(more).toEqual([]);
  line.saves(sent as never);
  expect(textOf(line.server)).toContain('9 8 7 6 5 4 3 2 1 0 Given.');
});

test('an answer to something else saves nothing', async () => {
  await begun();
  type(session, 'One. ');
  await jest.advanceTimersByTimeAsync(200);
  line.hear({ kind: 'saved', n: 99, at: 1 } as never);
  expect(session.state.safety).toBe('saving');
});

test('when nothing is heard of what was sent it is said to be here, and saved as soon as the answer comes', async () => {
  await begun();
  line.fallSilent();
  // Nothing is on its way: what was saved is saved.
  expect(session.state.safety).toBe('saved');
  type(session, 'On its way. ');
  await jest.advanceTimersByTimeAsync(200);
  const [sent] = line.take('update');
  line.fallSilent();
  expect(session.state.safety).toBe('away');
  type(session, 'And more. ');
  expect(session.state.safety).toBe('away');
  line.saves(sent as never);
  await jest.advanceTimersByTimeAsync(200);
  line.saves(line.take('update')[0] as never);
  expect(session.state.safety).toBe('saved');
  expect(textOf(line.server)).toContain('And more. On its way. Given.');
});

test('what was on its way when the line broke is sent again, once the server has said what it has', async () => {
  await begun();
  type(session, 'Lost on the way. ');
  await jest.advanceTimersByTimeAsync(200);
  expect(line.take('update')).toHaveLength(1);
  line.cut();
  expect(session.state.safety).toBe('away');
  type(session, 'Typed without a line. ');
  await jest.advanceTimersByTimeAsync(1000);
  expect(line.take('update')).toEqual([]);
  line.back();
  expect(line.take('join')).toHaveLength(1);
  line.joined();
  const [all] = line.take('update');
  line.saves(all as never);
  expect(textOf(line.server)).toContain('Typed without a line. Lost on the way. Given.');
  expect(session.state.safety).toBe('saved');
});

test('a server that refuses is asked again after a wait that grows to half a minute, never in a loop', async () => {
  await begun();
  type(session, 'One. ');
  await jest.advanceTimersByTimeAsync(200);
  line.take('update');
  const waits: number[] = [];
  line.hear({ kind: 'refused', n: 1, code: 'too-busy' } as never);
  for (let time = 0; time < 8; time += 1) {
    let waited = 0;
    while (line.take('join').length === 0) {
      await jest.advanceTimersByTimeAsync(500);
      waited += 500;
    }
    waits.push(waited);
    line.hear({ kind: 'refused', n: null, code: 'too-busy' } as never);
  }
  expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000]);
  while (line.take('join').length === 0) await jest.advanceTimersByTimeAsync(500);
  line.joined();
  line.saves(line.take('update')[0] as never);
  // It was taken: the next refusal waits as short as the first.
  type(session, 'Two. ');
  await jest.advanceTimersByTimeAsync(200);
  line.hear({ kind: 'refused', n: 3, code: 'broke' } as never);
  await jest.advanceTimersByTimeAsync(1100);
  expect(line.take('join')).toHaveLength(1);
});

test('what is too long can be typed into and made shorter, and nothing is asked until it is', async () => {
  await begun();
  type(session, 'Far too long. ');
  await jest.advanceTimersByTimeAsync(200);
  line.take('update');
  line.hear({ kind: 'refused', n: 1, code: 'too-long' } as never);
  expect(session.state).toMatchObject({ safety: 'too-long', editable: true });
  await jest.advanceTimersByTimeAsync(60_000);
  expect(line.said).toEqual([]);
  expect(await session.flush(100)).toBe(false);
  type(session, 'Shorter. ');
  expect(session.state.safety).toBe('too-long');
  await jest.advanceTimersByTimeAsync(1500);
  expect(line.take('join')).toHaveLength(1);
  line.joined();
  line.saves(line.take('update')[0] as never);
  expect(session.state.safety).toBe('saved');
});

test('what is typed on work that was handed in elsewhere is kept, and goes along once it is taken back', async () => {
  await begun();
  type(session, 'Too late. ');
  await jest.advanceTimersByTimeAsync(200);
  line.take('update');
  line.hear({ kind: 'refused', n: 1, code: 'not-editable' } as never);
  expect(session.state).toMatchObject({ safety: 'kept', editable: false });
  line.editable = false;
  line.back();
  line.take('join');
  line.joined();
  expect([session.state.safety, line.take('update')]).toEqual(['kept', []]);
  line.editable = true;
  line.hear({ kind: 'editable', editable: true } as never);
  expect(line.take('join')).toHaveLength(1);
  line.joined();
  line.saves(line.take('update')[0] as never);
  expect(textOf(line.server)).toContain('Too late.');
});

test('what another device typed is shown and not sent back', async () => {
  await begun();
  const before = Y.encodeStateVector(line.server);
  const paragraph = line.server.getXmlFragment(TEXT_FIELD).get(0) as Y.XmlElement;
  (paragraph.get(0) as Y.XmlText).insert(0, 'From the tablet. ');
  line.hear({ kind: 'changed', update: base64(Y.encodeStateAsUpdate(line.server, before)) } as never);
  expect(textOf(session.ydoc)).toContain('From the tablet.');
  await jest.advanceTimersByTimeAsync(1000);
  expect([line.take('update'), session.state.safety]).toEqual([[], 'saved']);
});

test('what is typed here is read before what others typed comes in, and is sent', async () => {
  await begun();
  let read = 0;
  const stop = session.beforeOthers(() => {
    read += 1;
    if (read === 1) type(session, 'Not read yet. ');
    expect(textOf(session.ydoc)).not.toContain('Elsewhere.');
  });
  const before = Y.encodeStateVector(line.server);
  ((line.server.getXmlFragment(TEXT_FIELD).get(0) as Y.XmlElement).get(0) as Y.XmlText).insert(0, 'Elsewhere. ');
  line.hear({ kind: 'changed', update: base64(Y.encodeStateAsUpdate(line.server, before)) } as never);
  expect(read).toBe(1);
  expect(textOf(session.ydoc)).toContain('Elsewhere.');
  await jest.advanceTimersByTimeAsync(200);
  const [sent] = line.take('update');
  line.saves(sent as never);
  expect(textOf(line.server)).toContain('Not read yet.');
  stop();
  line.joined();
  expect(read).toBe(1);
});

test('a storage that is full keeps nothing from being sent', async () => {
  await begun();
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  type(session, 'One. ');
  await jest.advanceTimersByTimeAsync(200);
  full.mockRestore();
  line.saves(line.take('update')[0] as never);
  expect(session.state.safety).toBe('saved');
});

test('whoever leaves waits until the server has everything', async () => {
  await begun();
  type(session, 'The last word. ');
  const left = session.flush(5000);
  const [update] = line.take('update');
  await jest.advanceTimersByTimeAsync(100);
  line.saves(update as never);
  await jest.advanceTimersByTimeAsync(100);
  expect(await left).toBe(true);
});

test('a document that the server does not know is said to be gone', async () => {
  await begun();
  line.hear({ kind: 'refused', n: null, code: 'gone' } as never);
  expect(session.state).toMatchObject({ safety: 'gone', editable: false });
  await jest.advanceTimersByTimeAsync(60_000);
  expect(line.take('join')).toEqual([]);
});

test('whatever kind of document was kept here can be seen while the server is away, and only to be read', async () => {
  await begun();
  session.ydoc.getMap('things').set('a', 'a line');
  session.ydoc.getXmlFragment(TEXT_FIELD).delete(0, session.ydoc.getXmlFragment(TEXT_FIELD).length);
  await jest.advanceTimersByTimeAsync(1000);
  session.close();
  await jest.advanceTimersByTimeAsync(1000);
  const away = new MadeUpLine();
  const again = new DocumentSession(`d${n}`, away);
  for (let look = 0; look < 200 && away.said.length === 0; look += 1) await jest.advanceTimersByTimeAsync(10);
  // It says what it has, and nobody answers.
  expect(away.take('join')).toHaveLength(1);
  expect(again.state).toMatchObject({ ready: true, editable: false });
  expect(again.ydoc.getMap('things').get('a')).toBe('a line');
  again.close();
});

/** A database of the browser answers nobody until it is let go: somebody holds up a change of it. */
async function silentDatabase(id: string): Promise<() => void> {
  const name = personKey(`${NAMES.document}${id}`);
  const holds = await openDB(name, 1, {
    upgrade: (db) => {
      if (!db.objectStoreNames.contains('updates')) db.createObjectStore('updates', { autoIncrement: true });
    },
  });
  const changing = indexedDB.open(name, 2);
  changing.onupgradeneeded = () => changing.transaction?.abort();
  return () => holds.close();
}

const left = () => Object.keys(localStorage).filter((key) => key.includes('typed'));

test('a database of the browser that does not answer keeps nobody from writing', async () => {
  const letGo = await silentDatabase(`d${n + 1}`);
  await begun();
  expect(session.state).toMatchObject({ safety: 'saved', ready: true, editable: true });
  type(session, 'Typed without it. ');
  await jest.advanceTimersByTimeAsync(200);
  // Nothing else has it until the server does.
  await jest.advanceTimersByTimeAsync(20_000);
  expect(left()).toHaveLength(1);
  line.saves(line.take('update')[0] as never);
  expect(textOf(line.server)).toContain('Typed without it. Given.');
  await jest.advanceTimersByTimeAsync(5000);
  expect(left()).toEqual([]);
  letGo();
});

test('what a database that answers late had kept goes to the server, what was deleted in it as well', async () => {
  await begun();
  type(session, 'Kept here. ');
  await jest.advanceTimersByTimeAsync(200);
  line.saves(line.take('update')[0] as never);
  line.cut();
  const paragraph = session.ydoc.getXmlFragment(TEXT_FIELD).get(0) as Y.XmlElement;
  (paragraph.get(0) as Y.XmlText).delete(0, 'Kept '.length);
  // The database alone has it.
  await jest.advanceTimersByTimeAsync(10_000);
  expect(left()).toEqual([]);
  session.close();
  const { server } = line;
  const letGo = await silentDatabase(`d${n}`);
  line = new MadeUpLine();
  Y.applyUpdate(line.server, Y.encodeStateAsUpdate(server));
  session = new DocumentSession(`d${n}`, line);
  for (let look = 0; look < 200 && line.said.length === 0; look += 1) await jest.advanceTimersByTimeAsync(10);
  expect(line.take('join')).toHaveLength(1);
  line.joined();
  for (const sent of line.take('update')) line.saves(sent);
  expect(session.state.safety).toBe('saved');
  const before: string[] = [];
  session.beforeOthers(() => {
    before.push(textOf(session.ydoc));
  });
  letGo();
  for (let look = 0; look < 200 && line.said.length === 0; look += 1) await jest.advanceTimersByTimeAsync(10);
  expect(line.take('join')).toHaveLength(1);
  line.joined();
  line.saves(line.take('update')[0] as never);
  expect(textOf(line.server)).toContain('here. Given.');
  expect(textOf(line.server)).not.toContain('Kept');
  // What is typed meanwhile is read before it comes.
  expect(before[0]).toContain('Kept here.');
});

test('a browser that cannot open its database is served at once', async () => {
  jest.spyOn(indexedDB, 'open').mockImplementationOnce(() => {
    throw new DOMException('forbidden', 'SecurityError');
  });
  line = new MadeUpLine();
  session = new DocumentSession('broken', line);
  await jest.advanceTimersByTimeAsync(50);
  expect(line.take('join')).toHaveLength(1);
  line.joined();
  type(session, 'Typed. ');
  await jest.advanceTimersByTimeAsync(200);
  line.saves(line.take('update')[0] as never);
  expect(session.state.safety).toBe('saved');
});

test('what is typed after the data of the browser were cleared is sent, and kept meanwhile', async () => {
  await begun();
  line.cut();
  for (const { name = '' } of await indexedDB.databases()) indexedDB.deleteDatabase(name);
  await jest.advanceTimersByTimeAsync(100);
  expect(() => type(session, 'Typed afterwards. ')).not.toThrow();
  await jest.advanceTimersByTimeAsync(20_000);
  expect(session.state.safety).toBe('away');
  expect(left()).toHaveLength(1);
  line.back();
  line.joined();
  line.saves(line.take('update')[0] as never);
  expect(textOf(line.server)).toContain('Typed afterwards. Given.');
});

test('what the database of a full device did not take in is kept beside it until the server has it', async () => {
  await begun();
  line.cut();
  const full = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (this: IDBObjectStore) {
    const request = this.count();
    this.transaction.abort();
    return request as IDBRequest<IDBValidKey>;
  });
  type(session, 'On a full device. ');
  await jest.advanceTimersByTimeAsync(20_000);
  full.mockRestore();
  expect(left()).toHaveLength(1);
  line.back();
  line.joined();
  line.saves(line.take('update')[0] as never);
  expect(textOf(line.server)).toContain('On a full device.');
});
