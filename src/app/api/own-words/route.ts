import { z } from 'zod';
import { route } from '@/server/http/route';
import { keepOwnWord } from '@/store/own-words';
import type { Person } from '@/store/people';

const body = z.object({ word: z.string().trim().min(1).max(80), taken: z.boolean() });

export const POST = route(
  'POST /api/own-words',
  async ({ db, person, body: { word, taken } }) => {
    await keepOwnWord(db, (person as Person).id, word, taken);
    return { ok: true as const };
  },
  body,
);
