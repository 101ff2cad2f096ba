import type { IncomingMessage, ServerResponse } from 'node:http';
import { clientAddress } from '@/server/http/addresses';
import { gate, securityHeaders } from '@/server/http/gate';
import { answerStopped } from '@/server/http/stopped-response';
import { database } from '@/server/kite';
import { answerEvents } from '@/server/live/event-stream';
import { SaveSocket } from '@/server/live/save-socket';
import { listening, start, stop } from '@/server/live/start';

const held = globalThis as typeof globalThis & {
  kiteStart?: () => Promise<string | null>;
  kiteStop?: () => Promise<void>;
  kiteEnter?: (request: IncomingMessage, response: ServerResponse) => boolean;
  kiteUpgrade?: (...given: Parameters<SaveSocket['upgrade']>) => Promise<boolean>;
  kiteSaveSocket?: SaveSocket;
};

// The process around Next (server.mjs) starts, lets in and stops through these.
held.kiteStart = start;
held.kiteStop = stop;
held.kiteEnter = (request, response) => {
  for (const [name, value] of Object.entries(securityHeaders())) response.setHeader(name, value);
  const entered = gate().enter(request);
  if (typeof entered !== 'function') {
    answerStopped(request, response, entered);
    return false;
  }
  response.once('close', entered);
  if (request.url?.split('?')[0] === '/api/events') {
    void Promise.all([database(), listening()]).then(([db, hub]) => answerEvents(db, hub, request, response));
    return false;
  }
  request.headers['x-kite-address'] = clientAddress(request.socket.remoteAddress, request.headers['x-forwarded-for']);
  return true;
};
held.kiteUpgrade = async (request, stream, head) => {
  const entered = gate().enter(request);
  if (typeof entered !== 'function') {
    stream.end(`HTTP/1.1 ${entered.status} Refused\r\nConnection: close\r\n\r\n`);
    return true;
  }
  entered();
  if (request.url?.split('?')[0] !== '/api/save') return false;
  if (held.kiteSaveSocket instanceof SaveSocket) await held.kiteSaveSocket.upgrade(request, stream, head);
  else stream.end('HTTP/1.1 503 Service Unavailable\r\nConnection: close\r\n\r\n');
  return true;
};
