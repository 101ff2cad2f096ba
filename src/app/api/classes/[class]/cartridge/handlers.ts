import { wordsIn } from '@/i18n/catalogues';
import { localeOf } from '@/i18n/locales';
import { LARGEST_CARTRIDGE, readCourseIn, takeCourseOut } from '@/server/doing/setting/cartridge';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

/** As many notes as go into one head of an answer. */
const MOST_NOTES = 40;

export const GET = route('GET /api/classes/[class]/cartridge', async ({ db, person, params, now }) => {
  const taken = await takeCourseOut(db, person, params.class, now);
  if (!taken.ok) return taken;
  taken.file.headers.set('x-kite-notes', encodeURIComponent(JSON.stringify(taken.notes.slice(0, MOST_NOTES))));
  return taken.file;
});

export const POST = route(
  'POST /api/classes/[class]/cartridge',
  (visit) => {
    const t = wordsIn(localeOf(visit.person.locale ?? 'en'), 'cartridge');
    const words = { answer: t('answer'), questions: t('questions') };
    return spooled(visit, { most: LARGEST_CARTRIDGE, counts: 'readings' }, (file) =>
      readCourseIn(visit.db, visit.person, visit.params.class, { file, words }, visit.now),
    );
  },
  'raw',
);
