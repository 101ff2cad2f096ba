import { attachment } from '@/server/asides';
import { route } from '@/server/route';

export const GET = route('GET /api/asides/messages/[message]/files/[position]', ({ db, params, request }) =>
  attachment(db, params.message ?? '', Number(params.position), request),
);
