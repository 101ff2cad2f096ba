import { z } from 'zod';
import { changeOwnWord } from '@/server/doing/people/own-settings';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/own-words',
  ({ db, person, body }) => changeOwnWord(db, person, body),
  z.object({ word: z.string().trim().min(1).max(80), taken: z.boolean() }),
);
