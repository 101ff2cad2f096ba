import { sessionToken } from '@/server/http/origin';
import { route } from '@/server/http/route';
import { listening } from '@/server/live/start';
import { hashToken } from '@/server/secrets';

const BEAT = 25_000;
/** How long whoever has too many streams open waits before asking again. */
const LATER = 30;

const HEADERS = { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' };

export const GET = route('GET /api/events', async ({ person, request }) => {
  const hub = await listening();
  if (!hub.hasRoom(person)) {
    // Said in the stream itself, since a browser hears nothing of a refusal.
    return new Response(`retry: ${LATER * 1000}\n\nevent: too-many-open\ndata: {}\n\n`, { headers: HEADERS });
  }
  const session = hashToken(sessionToken(request.headers.get('cookie')) ?? '');
  const encoder = new TextEncoder();
  // A browser that comes back says by itself what it heard last; a new one says with what its screen was drawn.
  const from = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('from') ?? undefined;
  let stop = () => {};
  let left = false;
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => {
        if (!left) controller.enqueue(encoder.encode(text));
      };
      const leave = () => {
        left = true;
        stop();
      };
      request.signal.addEventListener('abort', leave);
      send('retry: 2000\n\n');
      const unlisten = await hub.listen(
        { person: person, session },
        {
          // That something has happened, and nothing of whom it is about: the screen asks for what it may show.
          hear: ({ kind }, mark) => send(`id: ${mark}\ndata: ${JSON.stringify({ kind })}\n\n`),
          end: (why) => {
            // Who has other roles from now on comes back at once and hears by those.
            if (why === 'signed-out') send('event: signed-out\ndata: {}\n\n');
            leave();
            controller.close();
          },
        },
        from,
      );
      // A line now and then keeps proxies from closing the stream.
      const beat = setInterval(() => send(': here\n\n'), BEAT);
      stop = () => {
        clearInterval(beat);
        unlisten();
      };
      // Whoever left while this was set up has left already.
      if (left) stop();
      else send(`id: ${hub.mark}\n\n`);
    },
    cancel: () => {
      left = true;
      stop();
    },
  });
  return new Response(stream, { headers: HEADERS });
});
