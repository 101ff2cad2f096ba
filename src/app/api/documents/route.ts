import { z } from 'zod';
import { newDocument } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';

const body = z.object({ title: z.string().max(200) });

export const POST = route(
  'POST /api/documents',
  ({ db, person, body: { title }, now }) => newDocument(db, person, title, now),
  body,
);
