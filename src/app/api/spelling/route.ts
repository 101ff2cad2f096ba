import { z } from 'zod';
import { route } from '@/server/http/route';
import { keepSpelling } from '@/store/own-words';
import { type Person, SPELLINGS } from '@/store/people';

const body = z.object({ spelling: z.enum(SPELLINGS) });

export const POST = route(
  'POST /api/spelling',
  async ({ db, person, body: { spelling } }) => {
    await keepSpelling(db, (person as Person).id, spelling);
    return { ok: true as const };
  },
  body,
);
