import { z } from 'zod';
import { LOCALE_COOKIE, LOCALES, type Locale } from '@/i18n/locales';
import { chooseLanguage } from '@/server/doing/people/own-settings';
import { route } from '@/server/http/route';

const shape = z.object({ locale: z.enum(Object.keys(LOCALES) as [Locale, ...Locale[]]) });

export const POST = route(
  'POST /api/language',
  async ({ db, person, body }) => {
    if (person) await chooseLanguage(db, person, body.locale);
    return Response.json(
      { ok: true },
      { headers: { 'set-cookie': `${LOCALE_COOKIE}=${body.locale}; Path=/; Max-Age=31536000; SameSite=Lax` } },
    );
  },
  shape,
);
