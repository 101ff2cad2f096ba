import { receiveUpload } from '@/server/doing/pieces/uploads';
import { route } from '@/server/http/route';

export const HEAD = route(
  'HEAD /api/uploads/[upload]',
  ({ db, person, params, request, now }) => receiveUpload(db, person, { request, upload: params.upload }, now),
  'raw',
);
export const PATCH = route(
  'PATCH /api/uploads/[upload]',
  ({ db, person, params, request, now }) => receiveUpload(db, person, { request, upload: params.upload }, now),
  'raw',
);
export const DELETE = route(
  'DELETE /api/uploads/[upload]',
  ({ db, person, params, request, now }) => receiveUpload(db, person, { request, upload: params.upload }, now),
  'raw',
);
