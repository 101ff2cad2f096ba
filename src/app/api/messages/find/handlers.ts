import { route } from '@/server/http/route';
import { findMessages } from '@/server/reading/talk/messages';

export const GET = route('GET /api/messages/find', ({ db, person, request }) =>
  findMessages(db, person, new URL(request.url).searchParams.get('words') ?? ''),
);
