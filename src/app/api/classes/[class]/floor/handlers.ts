import type { AssignmentId } from '@/core/ids';
import { route } from '@/server/http/route';
import { floor } from '@/server/reading/talk/floor';

/** A moment as it stands in an address; `null` where none does. */
const momentIn = (said: string | null): number | null =>
  said !== null && /^\d{1,15}$/.test(said) ? Number(said) : null;

export const GET = route('GET /api/classes/[class]/floor', async ({ db, person, params, now, request }) => {
  const asked = new URL(request.url).searchParams;
  const about = asked.get('about');
  const given = { about: about as AssignmentId | 'class' | null, before: momentIn(asked.get('before')) };
  return floor(db, person, { classId: params.class, ...given }, now);
});
