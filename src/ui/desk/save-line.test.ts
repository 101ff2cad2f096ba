import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { WebSocket, WebSocketServer } from 'ws';
import type { FromServer } from '@/core/documents/save-messages';
import { type Joiner, SaveLine } from './save-line';

/** As in a browser: a server that is not there closes the socket, and nothing is thrown. */
class BrowserSocket extends WebSocket {
  constructor(address: string) {
    super(address);
    this.on('error', () => {});
  }
}
const browser = new EventTarget();
Object.assign(globalThis, {
  WebSocket: BrowserSocket,
  addEventListener: browser.addEventListener.bind(browser),
  dispatchEvent: browser.dispatchEvent.bind(browser),
});

let server: WebSocketServer;
let port = 0;
const heard: string[] = [];
/** It takes what is said and answers nothing, as when a network is gone without a word. */
let mute = false;

async function start(): Promise<void> {
  server = new WebSocketServer({ port });
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
  server.on('connection', (socket) =>
    socket.on('message', (data) => {
      const message = JSON.parse(String(data));
      heard.push('document' in message ? `${message.kind} ${message.document}` : message.kind);
      if (mute) return;
      if (message.kind === 'beat') socket.send(JSON.stringify(message));
      if (message.kind === 'join')
        socket.send(JSON.stringify({ kind: 'editable', document: message.document, editable: true }));
    }),
  );
}

async function stop(): Promise<void> {
  for (const socket of server.clients) socket.terminate();
  await new Promise((resolve) => server.close(resolve));
}

/** What a document on the line is told, and whoever waits for the next of it. */
function joinerOf(line: SaveLine, document: string) {
  const told: string[] = [];
  let wake = () => {};
  const tell = (what: string) => {
    told.push(what);
    wake();
  };
  const joiner: Joiner = {
    opened: () => {
      tell('opened');
      line.send({ kind: 'join', document, vector: '' });
    },
    closed: () => tell('closed'),
    silent: () => tell('silent'),
    hear: (message: FromServer) => tell('document' in message ? `${message.kind} ${message.document}` : message.kind),
  };
  const until = async (n: number): Promise<readonly string[]> => {
    while (told.length < n)
      await new Promise<void>((resolve) => {
        wake = resolve;
      });
    return told;
  };
  return { joiner, until };
}

beforeEach(async () => {
  mute = false;
  heard.length = 0;
  await start();
});
afterEach(stop);

test('one socket serves every document of the tab, and each hears its own', async () => {
  const line = new SaveLine(`ws://localhost:${port}`);
  const [one, two] = [joinerOf(line, 'one'), joinerOf(line, 'two')];
  line.join('one', one.joiner);
  expect(await one.until(2)).toEqual(['opened', 'editable one']);
  line.join('two', two.joiner);
  expect(await two.until(2)).toEqual(['opened', 'editable two']);
  expect(server.clients.size).toBe(1);
  expect(await one.until(2)).toHaveLength(2);
  line.leave('one');
  expect(line.open).toBe(true);
  line.leave('two');
  expect(line.open).toBe(false);
});

test('a line that broke opens again by itself, and every document says again what it has', async () => {
  const line = new SaveLine(`ws://localhost:${port}`);
  const one = joinerOf(line, 'one');
  line.join('one', one.joiner);
  await one.until(2);
  await stop();
  expect(await one.until(3)).toEqual(['opened', 'editable one', 'closed']);
  line.send({ kind: 'update', document: 'one', n: 1, update: '' });
  await start();
  expect(await one.until(5)).toEqual(['opened', 'editable one', 'closed', 'opened', 'editable one']);
  // What was said while there was no line is not said later: whoever joins says what the server lacks.
  expect(heard).toEqual(['join one', 'join one']);
  line.leave('one');
});

test('a server that is not there at first is found when it comes', async () => {
  await stop();
  const line = new SaveLine(`ws://localhost:${port}`);
  const one = joinerOf(line, 'one');
  line.join('one', one.joiner);
  expect(await one.until(1)).toEqual(['closed']);
  await start();
  const told = await one.until(3);
  expect(told.slice(-2)).toEqual(['opened', 'editable one']);
  line.leave('one');
});

test('a network that goes without a word: it is told, and the line is opened anew', async () => {
  const line = new SaveLine(`ws://localhost:${port}`, { beat: 60_000, silent: 60, dead: 200 });
  const one = joinerOf(line, 'one');
  line.join('one', one.joiner);
  await one.until(2);
  mute = true;
  line.send({ kind: 'update', document: 'one', n: 1, update: '' });
  const told = await one.until(4);
  expect(told.slice(2)).toEqual(['silent', 'closed']);
  mute = false;
  expect((await one.until(6)).slice(4)).toEqual(['opened', 'editable one']);
  line.leave('one');
});

test('a line on which nothing is said is tried now and then', async () => {
  const line = new SaveLine(`ws://localhost:${port}`, { beat: 40, silent: 60, dead: 200 });
  const one = joinerOf(line, 'one');
  line.join('one', one.joiner);
  await one.until(2);
  while (heard.filter((kind) => kind === 'beat').length < 3) await new Promise((resolve) => setTimeout(resolve, 20));
  // Each was answered, so nobody was troubled.
  expect(await one.until(2)).toEqual(['opened', 'editable one']);
  mute = true;
  expect((await one.until(4)).slice(2)).toEqual(['silent', 'closed']);
  line.leave('one');
});

test('the browser says that it is away: documents hear it at once, and again when it is back', async () => {
  const line = new SaveLine(`ws://localhost:${port}`);
  const one = joinerOf(line, 'one');
  line.join('one', one.joiner);
  await one.until(2);
  dispatchEvent(new Event('offline'));
  expect(await one.until(3)).toEqual(['opened', 'editable one', 'closed']);
  dispatchEvent(new Event('online'));
  expect((await one.until(5)).slice(3)).toEqual(['opened', 'editable one']);
  line.leave('one');
});
