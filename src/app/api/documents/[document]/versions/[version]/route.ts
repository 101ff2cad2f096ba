import type { DocumentId } from '@/core/ids';
import { versionContent } from '@/server/own-documents';
import { route } from '@/server/route';

export const GET = route('GET /api/documents/[document]/versions/[version]', ({ db, params }) =>
  versionContent(db, params.document as DocumentId, Number(params.version)),
);
