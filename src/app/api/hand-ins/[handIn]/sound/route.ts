import { keepLoose, LARGEST_LOOSE } from '@/server/loose-files';
import { bodyBytes, route } from '@/server/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/hand-ins/[handIn]/sound',
  async ({ db, person, request, now }) => {
    const bytes = await bodyBytes(request, LARGEST_LOOSE);
    return keepLoose(db, person as Person, { bytes, name: 'remark', only: 'sound' }, now);
  },
  'raw',
);
