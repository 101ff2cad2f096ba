import { route } from '@/server/http/route';
import { versionContent } from '@/server/reading/documents/versions';

export const GET = route('GET /api/documents/[document]/versions/[version]', ({ db, person, params }) =>
  versionContent(db, person, params.document, params.version),
);
