import { bodyBytes, route } from '@/server/route';
import { keepTextPicture, LARGEST_PICTURE } from '@/server/text-pictures';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/text-pictures',
  async ({ db, person, request, now }) => {
    const bytes = await bodyBytes(request, LARGEST_PICTURE);
    return bytes ? keepTextPicture(db, person as Person, bytes, now) : { ok: false as const, code: 'too-large' };
  },
  'raw',
);
