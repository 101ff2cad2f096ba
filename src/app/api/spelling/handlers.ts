import { z } from 'zod';
import { SPELLINGS } from '@/core/people/settings';
import { chooseSpelling } from '@/server/doing/people/own-settings';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/spelling',
  ({ db, person, body }) => chooseSpelling(db, person, body.spelling),
  z.object({ spelling: z.enum(SPELLINGS) }),
);
