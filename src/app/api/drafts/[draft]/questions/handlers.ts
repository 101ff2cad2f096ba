import { LARGEST_QUESTIONS, readQuestionsIn } from '@/server/doing/setting/reading-in';
import { route } from '@/server/http/route';
import { spooled } from '@/server/http/spool';

export const POST = route(
  'POST /api/drafts/[draft]/questions',
  (visit) =>
    spooled(visit, { most: LARGEST_QUESTIONS, counts: 'readings' }, (file) =>
      readQuestionsIn(visit.db, visit.person, file, visit.now),
    ),
  'raw',
);
