import type { IncomingMessage, ServerResponse } from 'node:http';
import { complain } from '@/server/complaints';
import { gate } from '@/server/http/gate';
import { sessionToken } from '@/server/http/origin';
import { whoIs } from '@/server/http/who-is';
import { may } from '@/server/permissions';
import { hashToken, newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import type { Listening } from './listening';

const ENTRY = 'STREAM /api/events';
/** A line now and then keeps proxies from closing the stream, in milliseconds. */
const BEAT = 25_000;
/** How long whoever has too many streams open waits before asking again, in seconds. */
const LATER = 30;

const HEADERS = { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' };

function refuse(response: ServerResponse, status: number, code: string, more: object = {}): void {
  response.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store' });
  response.end(JSON.stringify({ ok: false, code, ...more }));
}

async function begin(db: Database, hub: Listening, request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (request.method !== 'GET') {
    response.writeHead(405, { allow: 'GET' }).end();
    return;
  }
  const token = sessionToken(request.headers.cookie);
  const person = await whoIs(db, token, Date.now());
  if ((await may(db, ENTRY, person, {}, Date.now())) !== 'yes' || !person || !token) {
    refuse(response, 401, 'sign-in-first');
    return;
  }
  gate().know(token);
  response.writeHead(200, HEADERS);
  if (!hub.hasRoom(person)) {
    // Said in the stream itself, since a browser hears nothing of a refusal.
    response.end(`retry: ${LATER * 1000}\n\nevent: too-many-open\ndata: {}\n\n`);
    return;
  }
  // A browser that comes back says by itself what it heard last; a new one says with what its screen was drawn.
  const asked = new URL(request.url ?? '/', 'http://here').searchParams.get('from');
  const from = request.headers['last-event-id']?.toString() ?? asked ?? undefined;
  let left = false;
  let stop = () => {};
  const send = (text: string) => {
    if (!left) response.write(text);
  };
  const leave = () => {
    left = true;
    stop();
  };
  response.once('close', leave);
  send('retry: 2000\n\n');
  const unlisten = await hub.listen(
    { person, session: hashToken(token) },
    {
      // That something has happened, and nothing of whom it is about: the screen asks for what it may show. What was said to a
      // whole class goes to whoever reads it at once, or all of them would ask for it in the same moment.
      hear: ({ kind, talk, post }, mark) => send(`id: ${mark}\ndata: ${JSON.stringify({ kind, talk, post })}\n\n`),
      end: (why) => {
        // Who has other roles from now on comes back at once and hears by those.
        if (why === 'signed-out') send('event: signed-out\ndata: {}\n\n');
        leave();
        response.end();
      },
    },
    from,
  );
  const beat = setInterval(() => send(': here\n\n'), BEAT);
  stop = () => {
    clearInterval(beat);
    unlisten();
  };
  // Whoever left while this was set up has left already.
  if (left) stop();
  else send(`id: ${hub.mark}\n\n`);
}

/**
 * The stream by which open tabs hear that something has happened (Server-Sent Events, HTML 9.2). It is answered by the
 * process around Next: open for hours, a thousand of them there hold several hundred megabytes more.
 */
export async function answerEvents(
  db: Database,
  hub: Listening,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  try {
    await begin(db, hub, request, response);
  } catch (error) {
    const id = newId();
    complain(ENTRY, error, id);
    if (response.headersSent) response.end();
    else refuse(response, 500, 'broke', { request: id });
  }
}
