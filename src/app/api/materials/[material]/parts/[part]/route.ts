import { KEPT, unchanged } from '@/server/http/file-response';
import { route } from '@/server/http/route';
import { bookPicture } from '@/server/reading/materials/materials';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';

export const GET = route('GET /api/materials/[material]/parts/[part]', async ({ db, person, params, request }) => {
  const material = await findMaterial(db, params.material ?? '');
  const etag = `"${material?.file_sha256}-${params.part}"`;
  const kept = unchanged(request, etag);
  if (kept) return kept;
  const picture = await bookPicture(db, person as Person, params.material ?? '', params.part ?? '');
  if (!picture) return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      'content-type': picture.type,
      'cache-control': KEPT,
      etag,
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });
});
