import { route } from '@/server/http/route';
import { chapterOf } from '@/server/reading/materials/materials';

export const GET = route('GET /api/materials/[material]/chapters/[chapter]', async ({ db, person, params }) => {
  const chapter = await chapterOf(db, person, params.material, params.chapter - 1);
  return chapter ?? Response.json({ ok: false, code: 'gone' }, { status: 404 });
});
