import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { writeTo } from '@/server/doing/talk/messages';
import { route } from '@/server/http/route';
import { said } from '@/server/http/said';

const about = z.object({ title: z.string().max(200).default(''), about: z.string().max(200).nullable().default(null) });

export const POST = route(
  'POST /api/people/[person]/messages',
  ({ db, person, params, body, now }) =>
    writeTo(db, person, { ...body, to: params.person, about: body.about as AssignmentId | null }, now),
  said.extend(about.shape),
);
