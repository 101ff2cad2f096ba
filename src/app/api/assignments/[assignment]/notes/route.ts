import type { AssignmentId } from '@/core/ids';
import { openNotes } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const POST = route('POST /api/assignments/[assignment]/notes', ({ db, person, params, now }) =>
  openNotes(db, person as Person, params.assignment as AssignmentId, now),
);
