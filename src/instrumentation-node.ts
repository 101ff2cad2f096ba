import { SaveSocket } from './server/save-socket';
import { start, stop } from './server/start';

const held = globalThis as typeof globalThis & {
  kiteStart?: () => Promise<void>;
  kiteStop?: () => Promise<void>;
  kiteUpgrade?: SaveSocket['upgrade'];
  kiteSaveSocket?: SaveSocket;
};

// The process around Next (server.mjs) starts and stops through these.
held.kiteStart = start;
held.kiteStop = stop;
held.kiteUpgrade = async (request, stream, head) => {
  if (held.kiteSaveSocket instanceof SaveSocket) await held.kiteSaveSocket.upgrade(request, stream, head);
  else stream.end('HTTP/1.1 503 Service Unavailable\r\nConnection: close\r\n\r\n');
};
