import { route } from '@/server/http/route';
import { takeQuestionsAway } from '@/server/reading/questions/taking-away';

export const GET = route('GET /api/steps/[step]/take-away/[form]', ({ db, person, params }) =>
  takeQuestionsAway(db, person, params.step, params.form),
);
