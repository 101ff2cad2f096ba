import { route } from '@/server/route';
import { listening } from '@/server/start';
import type { Person } from '@/store/people';

const BEAT = 25_000;

export const GET = route('GET /api/events', async ({ person, request }) => {
  const hub = await listening();
  const encoder = new TextEncoder();
  // A browser that comes back says by itself what it heard last; a new one says with what its screen was drawn.
  const from = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('from') ?? undefined;
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      send('retry: 2000\n\n');
      const unlisten = await hub.listen(
        person as Person,
        (event, mark) => send(`id: ${mark}\ndata: ${JSON.stringify(event)}\n\n`),
        from,
      );
      send(`id: ${hub.mark}\n\n`);
      // A line now and then keeps proxies from closing the stream.
      const beat = setInterval(() => send(': here\n\n'), BEAT);
      stop = () => {
        clearInterval(beat);
        unlisten();
      };
      request.signal.addEventListener('abort', stop);
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
});
