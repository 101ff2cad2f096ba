import { route } from '@/server/http/route';
import { takeDraftedAway } from '@/server/reading/questions/taking-away';

/** The questions of a step that is being set, as one file. */
export const GET = route('GET /api/drafts/[draft]/steps/[part]/[form]', ({ db, person, params }) =>
  takeDraftedAway(db, person, params.draft, params.part, params.form),
);
