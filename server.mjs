import { createServer } from 'node:http';
import next from 'next';

// The process around Next: the same requests, and beside them the socket on which documents are saved.
process.env.NEXT_MANUAL_SIG_HANDLE = 'true';
const dev = process.argv.includes('--dev');
process.env.NODE_ENV ??= dev ? 'development' : 'production';
const port = Number(process.env.PORT ?? 3000);

const app = next({ dev, port, turbopack: dev });
await app.prepare();

// Next loads src/instrumentation.ts beside its own start and does not wait for it.
for (let i = 0; globalThis.kiteStart === undefined && i < 600; i += 1) {
  await new Promise((resolve) => setTimeout(resolve, 50));
}

try {
  await globalThis.kiteStart();
} catch (error) {
  console.error(error.name === 'FolderInUse' ? error.message : error);
  process.exit(1);
}

const handle = app.getRequestHandler();
const handleUpgrade = app.getUpgradeHandler();
const server = createServer((request, response) => {
  request.headers['x-kite-address'] = request.socket.remoteAddress ?? 'unknown';
  void handle(request, response);
});
server.on('upgrade', (request, socket, head) => {
  if (new URL(request.url ?? '/', 'http://localhost').pathname !== '/api/save') {
    void handleUpgrade(request, socket, head);
    return;
  }
  globalThis.kiteUpgrade(request, socket, head).catch((error) => {
    console.error('the save socket could not be opened', error);
    socket.destroy();
  });
});
server.on('error', (error) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${port} is in use. Set PORT to another one.` : error);
  process.exit(1);
});
server.listen(port, () => console.log(`Kite String is at http://localhost:${port}`));

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
