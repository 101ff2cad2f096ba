import { fileResponse } from '@/server/http/file-response';
import { route } from '@/server/http/route';
import { findMaterial } from '@/store/materials';

export const GET = route('GET /api/materials/[material]/captions', async ({ db, params, request }) => {
  const material = await findMaterial(db, params.material ?? '');
  if (!material?.captions_sha256) return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  const file = { sha256: material.captions_sha256, name: 'captions.vtt', download: false, type: 'text/vtt' };
  return fileResponse(db, file, request);
});
