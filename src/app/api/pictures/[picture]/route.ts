import { KEPT, unchanged } from '@/server/http/file-response';
import { route } from '@/server/http/route';
import { findPicture } from '@/store/classes';

export const GET = route('GET /api/pictures/[picture]', async ({ db, params, request }) => {
  const etag = `"picture-${params.picture}"`;
  const kept = unchanged(request, etag);
  if (kept) return kept;
  const picture = await findPicture(db, params.picture ?? '');
  if (!picture) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      'content-type': picture.type,
      'cache-control': KEPT,
      etag,
      // A drawing may hold scripts; opened by itself it must not run them.
      'content-security-policy': "sandbox; default-src 'none'; style-src 'unsafe-inline'",
    },
  });
});
