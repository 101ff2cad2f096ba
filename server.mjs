import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import next from 'next';
import { fewTiers } from './scripts/few-tiers.mjs';
import { leftAlone } from './scripts/left-alone.mjs';
import { servedFiles } from './scripts/served-files.mjs';

// The process around Next: what comes in is let in or stopped first, and the socket on which documents are saved is
// answered here.

fewTiers();
process.env.NEXT_MANUAL_SIG_HANDLE = 'true';
leftAlone();
const dev = process.argv.includes('--dev');
process.env.NODE_ENV ??= dev ? 'development' : 'production';
const port = Number(process.env.PORT ?? 3000);
// Only this machine reaches it, unless it is said where else it may be reached from.
const host = process.env.KITE_HOST ?? '127.0.0.1';

// How it was built is how it runs: the settings are read from there and not worked out once more, which takes as long as
// opening the database (Next's own standalone server does the same).
if (!dev) {
  const { config } = JSON.parse(readFileSync('.next/required-server-files.json', 'utf8'));
  process.env.__NEXT_PRIVATE_STANDALONE_CONFIG = JSON.stringify(config);
}

// Next ends every line for which it finds a route: it listens to a server of its own, and hears of what is not ours from us.
const app = next({ dev, port, hostname: 'localhost', turbopack: dev, httpServer: createServer() });
await app.prepare();

// Next loads src/instrumentation.ts beside its own start and does not wait for it.
for (let i = 0; globalThis.kiteStart === undefined && i < 600; i += 1) {
  await new Promise((resolve) => setTimeout(resolve, 50));
}

let code = null;
try {
  code = await globalThis.kiteStart();
} catch (error) {
  console.error(['FolderInUse', 'DemoFolder'].includes(error.name) ? error.message : error);
  process.exit(1);
}

const handle = app.getRequestHandler();
const files = dev ? null : servedFiles({ built: '.next/static', open: 'public' });
const handleUpgrade = app.getUpgradeHandler();
const server = createServer(
  { headersTimeout: 20_000, requestTimeout: 300_000, keepAliveTimeout: 65_000 },
  (request, response) => {
    if (!globalThis.kiteEnter(request, response)) return;
    const page = () => handle(request, response);
    void (files ? files(request, response, page) : page());
  },
);
server.on('upgrade', (request, socket, head) => {
  socket.on('error', () => socket.destroy());
  globalThis
    .kiteUpgrade(request, socket, head)
    .then((taken) => {
      if (taken) return;
      // The tools of development have a socket of their own.
      if (dev) void handleUpgrade(request, socket, head);
      else socket.end('HTTP/1.1 404 Not Found\r\nConnection: close\r\n\r\n');
    })
    .catch(() => socket.destroy());
});
server.on('error', (error) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${port} is in use. Set PORT to another one.` : error);
  process.exit(1);
});
// A whole school may knock in the same moment.
server.listen({ port, host, backlog: 4096 }, () => {
  const address = process.env.KITE_URL ?? `http://localhost:${port}`;
  console.log(`Kite String is at ${address}`);
  if (code !== null) {
    console.log(`\nThere is no school here yet. Open ${address}/begin and say this code there:\n\n    ${code}\n`);
    console.log('It is good for one hour and one use; stopping and starting makes a new one.');
  }
});

let stopping = false;
for (const signal of ['SIGTERM', 'SIGINT']) {
  process.on(signal, async () => {
    if (stopping) return;
    stopping = true;
    server.closeAllConnections();
    server.close();
    await globalThis.kiteStop();
    process.exit(0);
  });
}
