import { route } from '@/server/route';
import { receiveUpload } from '@/server/uploads';
import type { Person } from '@/store/people';

export const POST = route(
  'POST /api/uploads',
  ({ db, person, request, now }) => receiveUpload(db, person as Person, { request, upload: null }, now),
  'raw',
);
