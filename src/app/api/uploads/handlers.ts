import { receiveUpload } from '@/server/doing/pieces/uploads';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/uploads',
  ({ db, person, request, now }) => receiveUpload(db, person, { request, upload: null }, now),
  'raw',
);
