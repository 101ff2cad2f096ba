import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { ROLES } from '@/core/office/person';
import { LOCALES, type Locale } from '@/i18n/locales';
import { changePerson } from '@/server/doing/office/people';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/people/[person]',
  ({ db, person, params, body, now }) => changePerson(db, person, params.person as PersonId, body, now),
  z
    .object({
      name: z.string().max(200),
      family: z.string().max(200),
      userName: z.string().max(100),
      role: z.enum(ROLES),
      office: z.boolean(),
      locale: z.enum(Object.keys(LOCALES) as [Locale]),
      left: z.boolean(),
    })
    .partial(),
);
