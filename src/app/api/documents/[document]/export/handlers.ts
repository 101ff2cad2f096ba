import { isExportFormat } from '@/core/formats/export-formats';
import { route } from '@/server/http/route';
import { exportDocument } from '@/server/reading/documents/exporting';

export const GET = route('GET /api/documents/[document]/export', async ({ db, person, params, request }) => {
  const format = new URL(request.url).searchParams.get('as') ?? '';
  if (!isExportFormat(format)) return Response.json({ ok: false, code: 'bad-input', field: 'as' }, { status: 422 });
  return exportDocument(db, person, params.document, format);
});
