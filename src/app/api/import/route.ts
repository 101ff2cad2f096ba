import { importText, LARGEST_TEXT } from '@/server/importing';
import { bodyBytes, route } from '@/server/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/import',
  async ({ db, person, request, now }) => {
    const bytes = await bodyBytes(request, LARGEST_TEXT);
    if (!bytes) return { ok: false as const, code: 'too-large' };
    const name = new URL(request.url).searchParams.get('name') ?? '';
    return importText(db, person as Person, { bytes, name }, now);
  },
  'raw',
);
