import { openNotes } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';

export const POST = route('POST /api/assignments/[assignment]/notes', ({ db, person, params, now }) =>
  openNotes(db, person, params.assignment, now),
);
