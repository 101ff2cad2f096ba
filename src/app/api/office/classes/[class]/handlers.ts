import { z } from 'zod';
import type { ClassId } from '@/core/ids';
import { WEAVES } from '@/core/setting/weaves';
import { LOCALES, type Locale } from '@/i18n/locales';
import { changeClassByOffice, setLessonsOfClass } from '@/server/doing/office/classes';
import { route } from '@/server/http/route';

export const POST = route(
  'POST /api/office/classes/[class]',
  ({ db, person, params, body, now }) =>
    'lessons' in body
      ? setLessonsOfClass(db, person, params.class as ClassId, body.lessons, now)
      : changeClassByOffice(db, person, params.class as ClassId, body, now),
  z.union([
    z.object({
      lessons: z.array(z.object({ weekday: z.int().min(1).max(7), number: z.int().min(1).max(20) })).max(140),
    }),
    z
      .object({
        name: z.string().max(200),
        weave: z.enum(WEAVES),
        room: z.string().max(200),
        locale: z.enum(Object.keys(LOCALES) as [Locale]),
      })
      .partial(),
  ]),
);
