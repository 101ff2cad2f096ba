import { fileResponse } from '@/server/http/file-response';
import { route } from '@/server/http/route';
import { findMaterial } from '@/store/materials';

export const GET = route('GET /api/materials/[material]/file', async ({ db, params, request }) => {
  const material = await findMaterial(db, params.material ?? '');
  if (!material?.file_sha256 || material.removed_at !== null) {
    return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  }
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(
    db,
    { sha256: material.file_sha256, name: material.file_name ?? material.title, download },
    request,
  );
});
