import { route } from '@/server/http/route';
import { find } from '@/server/reading/find/finding';

export const GET = route('GET /api/find', async ({ db, person, request, now }) => ({
  ok: true,
  found: await find(db, person, new URL(request.url).searchParams.get('q') ?? '', now),
}));
