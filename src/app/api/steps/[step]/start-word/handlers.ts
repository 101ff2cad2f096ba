import { z } from 'zod';
import { changeStartWord } from '@/server/doing/questions/watching';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/steps/[step]/start-word',
  ({ db, person, params, body, now }) => changeStartWord(db, person, { stepId: params.step, word: body.word }, now),
  z.object({ word: z.string().trim().min(1).max(100) }),
);
