import { receiveUpload } from '@/server/doing/pieces/uploads';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/uploads',
  ({ db, person, request, now }) => receiveUpload(db, person as Person, { request, upload: null }, now),
  'raw',
);
