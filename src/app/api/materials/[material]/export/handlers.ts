import { isExportFormat } from '@/core/formats/export-formats';
import { route } from '@/server/http/route';
import { exportMaterial } from '@/server/reading/documents/exporting';

export const GET = route('GET /api/materials/[material]/export', async ({ db, person, params, request }) => {
  const format = new URL(request.url).searchParams.get('as') ?? '';
  if (!isExportFormat(format)) return Response.json({ ok: false, code: 'bad-input', field: 'as' }, { status: 422 });
  return exportMaterial(db, person, params.material, format);
});
