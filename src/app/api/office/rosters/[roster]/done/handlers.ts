import { z } from 'zod';
import { doRoster } from '@/server/doing/office/rosters';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/rosters/[roster]/done',
  ({ db, person, params, body, now }) => doRoster(db, person, { roster: params.roster, ...body }, now),
  z.object({ digest: z.string().max(100) }),
);
