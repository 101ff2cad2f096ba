import { keepLoose, LARGEST_LOOSE } from '@/server/loose-files';
import { bodyBytes, route } from '@/server/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/asides/files',
  async ({ db, person, request, now }) => {
    const name = new URL(request.url).searchParams.get('name') ?? '';
    const bytes = await bodyBytes(request, LARGEST_LOOSE);
    return keepLoose(db, person as Person, { bytes, name, only: null }, now);
  },
  'raw',
);
