import { z } from 'zod';
import { RULINGS } from '@/core/pages/given';
import { newDocument } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';

const body = z.object({
  title: z.string().max(200),
  /** Sheets of paper instead of a text: what they are ruled with. */
  ruling: z.enum(RULINGS).optional(),
});

export const POST = route(
  'POST /api/documents',
  ({ db, person, body: { title, ruling }, now }) => newDocument(db, person, title, now, ruling),
  body,
);
