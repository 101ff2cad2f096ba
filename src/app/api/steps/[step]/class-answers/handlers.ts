import { route } from '@/server/http/route';
import { classAnswersFor } from '@/server/reading/questions/class-answers';

export const GET = route('GET /api/steps/[step]/class-answers', ({ db, person, params }) =>
  classAnswersFor(db, person, params.step),
);
