import { z } from 'zod';
import { settle } from '@/server/doing/talk/keeping-order';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/reports/[report]',
  ({ db, person, params, body, now }) => settle(db, person, params.report, body.outcome, now),
  z.object({ outcome: z.enum(['stays', 'withdrawn']) }),
);
