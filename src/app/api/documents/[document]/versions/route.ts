import type { DocumentId } from '@/core/ids';
import { listVersions } from '@/server/doing/documents/own-documents';
import { route } from '@/server/http/route';

export const GET = route('GET /api/documents/[document]/versions', ({ db, params }) =>
  listVersions(db, params.document as DocumentId),
);
