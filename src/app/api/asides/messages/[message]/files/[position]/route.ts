import { attachment } from '@/server/doing/talk/asides';
import { route } from '@/server/http/route';

export const GET = route('GET /api/asides/messages/[message]/files/[position]', ({ db, params, request }) =>
  attachment(db, params.message ?? '', Number(params.position), request),
);
