import { z } from 'zod';
import { LOCALE_COOKIE, LOCALES, type Locale } from '@/i18n/locales';
import { route } from '@/server/http/route';
import { setLocale } from '@/store/people';

const shape = z.object({ locale: z.enum(Object.keys(LOCALES) as [Locale, ...Locale[]]) });

export const POST = route(
  'POST /api/language',
  async ({ db, person, body }) => {
    if (person) await setLocale(db, person.id, body.locale);
    return Response.json(
      { ok: true },
      { headers: { 'set-cookie': `${LOCALE_COOKIE}=${body.locale}; Path=/; Max-Age=31536000; SameSite=Lax` } },
    );
  },
  shape,
);
