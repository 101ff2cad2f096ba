import { z } from 'zod';
import { changeDocument } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';

const body = z.discriminatedUnion('act', [
  z.object({ act: z.literal('rename'), title: z.string().max(200) }),
  z.object({ act: z.literal('copy'), title: z.string().max(200) }),
  z.object({ act: z.literal('bin') }),
  z.object({ act: z.literal('take-out') }),
]);

export const POST = route(
  'POST /api/documents/[document]',
  ({ db, person, params, body: what, now }) => changeDocument(db, person, params.document, what, now),
  body,
);
