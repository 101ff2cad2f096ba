import { route } from '@/server/http/route';
import { meaningsOf } from '@/server/reading/find/meanings';

export const GET = route('GET /api/meanings', async ({ request }) => ({
  ok: true as const,
  meanings: await meaningsOf(new URL(request.url).searchParams.get('word') ?? ''),
}));
