import { route } from '@/server/http/route';
import { sentMessages } from '@/server/reading/talk/messages';

export const GET = route('GET /api/messages/sent', ({ db, person, request }) => {
  const before = new URL(request.url).searchParams.get('before') ?? '';
  return sentMessages(db, person, /^\d{1,15}$/.test(before) ? Number(before) : null);
});
