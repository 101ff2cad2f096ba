import type { DocumentId } from '@/core/ids';
import { versionContent } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';
import type { Person } from '@/store/people';

export const GET = route('GET /api/documents/[document]/versions/[version]', ({ db, person, params }) =>
  versionContent(db, person as Person, params.document as DocumentId, Number(params.version)),
);
