import { route } from '@/server/http/route';
import { listVersions } from '@/server/reading/documents/versions';

export const GET = route('GET /api/documents/[document]/versions', ({ db, params }) =>
  listVersions(db, params.document),
);
