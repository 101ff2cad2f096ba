import { bookPicture } from '@/server/materials';
import { route } from '@/server/route';

export const GET = route('GET /api/materials/[material]/parts/[part]', async ({ db, params }) => {
  const picture = await bookPicture(db, params.material ?? '', params.part ?? '');
  if (!picture) return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      'content-type': picture.type,
      'cache-control': 'private, max-age=3600',
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });
});
