import { meaningsOf } from '@/server/meanings';
import { route } from '@/server/route';

export const GET = route('GET /api/meanings', async ({ request }) => ({
  ok: true as const,
  meanings: await meaningsOf(new URL(request.url).searchParams.get('word') ?? ''),
}));
