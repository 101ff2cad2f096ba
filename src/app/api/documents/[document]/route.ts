import { z } from 'zod';
import type { DocumentId } from '@/core/ids';
import { changeDocument } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

const body = z.discriminatedUnion('act', [
  z.object({ act: z.literal('rename'), title: z.string().max(200) }),
  z.object({ act: z.literal('copy'), title: z.string().max(200) }),
  z.object({ act: z.literal('bin') }),
  z.object({ act: z.literal('take-out') }),
]);

export const POST = route(
  'POST /api/documents/[document]',
  ({ db, person, params, body: what, now }) =>
    changeDocument(db, person as Person, params.document as DocumentId, what, now),
  body,
);
