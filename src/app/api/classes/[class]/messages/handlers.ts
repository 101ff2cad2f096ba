import { z } from 'zod';
import type { AssignmentId } from '@/core/ids';
import { writeToMany } from '@/server/doing/talk/messages';
import { route } from '@/server/http/route';
import { said } from '@/server/http/said';

const more = z.object({
  title: z.string().max(200).default(''),
  about: z.string().max(200).nullable().default(null),
  /** To whom of the class; everybody where nobody is named. */
  only: z.array(z.string().max(200)).max(2000).nullable().default(null),
});

export const POST = route(
  'POST /api/classes/[class]/messages',
  ({ db, person, params, body, now }) =>
    writeToMany(db, person, { ...body, classId: params.class, about: body.about as AssignmentId | null }, now),
  said.extend(more.shape),
);
