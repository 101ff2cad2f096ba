import { chapterOf } from '@/server/materials';
import { route } from '@/server/route';

export const GET = route('GET /api/materials/[material]/chapters/[chapter]', async ({ db, params }) => {
  const chapter = await chapterOf(db, params.material ?? '', Number(params.chapter) - 1);
  return chapter ?? Response.json({ ok: false, code: 'gone' }, { status: 404 });
});
