import { isExportFormat } from '@/core/formats/export-formats';
import type { DocumentId } from '@/core/ids';
import { route } from '@/server/http/route';
import { exportDocument } from '@/server/reading/documents/exporting';
import type { Person } from '@/store/people';

export const GET = route('GET /api/documents/[document]/export', async ({ db, person, params, request }) => {
  const format = new URL(request.url).searchParams.get('as') ?? '';
  if (!isExportFormat(format)) return Response.json({ ok: false, code: 'bad-input', field: 'as' }, { status: 422 });
  return exportDocument(db, person as Person, params.document as DocumentId, format);
});
