import { z } from 'zod';
import { keepHalf } from '@/server/doing/talk/half-written';
import { route } from '@/server/http/route';
import { halfWrittenAt } from '@/server/reading/talk/floor';

export const GET = route('GET /api/half-written', ({ db, person, request }) =>
  halfWrittenAt(db, person, new URL(request.url).searchParams.get('place')?.slice(0, 200) ?? ''),
);

export const POST = route(
  'POST /api/half-written',
  ({ db, person, body, now }) => keepHalf(db, person, body, now),
  z.object({ place: z.string().min(1).max(200), body: z.unknown() }),
);
