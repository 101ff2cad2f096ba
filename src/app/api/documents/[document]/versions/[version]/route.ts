import type { DocumentId } from '@/core/ids';
import { route } from '@/server/http/route';
import { versionContent } from '@/server/reading/documents/versions';
import type { Person } from '@/store/people';

export const GET = route('GET /api/documents/[document]/versions/[version]', ({ db, person, params }) =>
  versionContent(db, person as Person, params.document as DocumentId, Number(params.version)),
);
