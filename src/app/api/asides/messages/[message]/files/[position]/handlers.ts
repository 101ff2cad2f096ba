import { route } from '@/server/http/route';
import { attachment } from '@/server/reading/talk/asides';

export const GET = route('GET /api/asides/messages/[message]/files/[position]', ({ db, params, request }) =>
  attachment(db, params.message, params.position, request),
);
