import { undoHandBack } from '@/server/doing/marking/handing-back';
import { route } from '@/server/http/route';

export const POST = route('POST /api/hand-ins/[handIn]/undo', ({ db, person, params }) =>
  undoHandBack(db, person, params.handIn),
);
