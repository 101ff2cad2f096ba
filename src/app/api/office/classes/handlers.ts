import { z } from 'zod';
import { LOCALES, type Locale } from '@/i18n/locales';
import { addClassByOffice } from '@/server/doing/office/classes';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/classes',
  ({ db, person, body, now }) => addClassByOffice(db, person, body, now),
  z.object({
    name: z.string().max(200),
    room: z.string().max(200).default(''),
    locale: z.enum(Object.keys(LOCALES) as [Locale]).default('en'),
  }),
);
