import { route } from '@/server/http/route';
import { keptVersion } from '@/server/reading/setting/drafts';

export const GET = route('GET /api/assignments/[assignment]/versions/[number]', ({ db, params }) =>
  keptVersion(db, params.assignment, params.number),
);
