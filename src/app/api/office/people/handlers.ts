import { z } from 'zod';
import { ROLES } from '@/core/office/person';
import { addPerson } from '@/server/doing/office/people';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/people',
  ({ db, person, body, now }) => addPerson(db, person, body, now),
  z.object({
    draft: z.object({
      name: z.string().max(200),
      family: z.string().max(200).default(''),
      userName: z.string().max(100),
      role: z.enum(ROLES),
    }),
    classes: z.array(z.string().max(64)).max(60).default([]),
  }),
);
