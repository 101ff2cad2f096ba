import type { DocumentId } from '@/core/ids';
import { exportDocument, isExportFormat } from '@/server/exporting';
import { route } from '@/server/route';

export const GET = route('GET /api/documents/[document]/export', async ({ db, params, request }) => {
  const format = new URL(request.url).searchParams.get('as') ?? '';
  if (!isExportFormat(format)) return Response.json({ ok: false, code: 'bad-input', field: 'as' }, { status: 422 });
  return exportDocument(db, params.document as DocumentId, format);
});
