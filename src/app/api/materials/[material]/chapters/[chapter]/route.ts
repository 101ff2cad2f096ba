import { route } from '@/server/http/route';
import { chapterOf } from '@/server/reading/materials/materials';
import type { Person } from '@/store/people';

export const GET = route('GET /api/materials/[material]/chapters/[chapter]', async ({ db, person, params }) => {
  const chapter = await chapterOf(db, person as Person, params.material ?? '', Number(params.chapter) - 1);
  return chapter ?? Response.json({ ok: false, code: 'gone' }, { status: 404 });
});
