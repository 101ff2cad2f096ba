import { cookies, headers } from 'next/headers';
import { getRequestConfig } from 'next-intl/server';
import { CATALOGUES } from './catalogues';
import { isLocale, LOCALE_COOKIE, LOCALES, localeFrom } from './locales';

export default getRequestConfig(async () => {
  const chosen = (await cookies()).get(LOCALE_COOKIE)?.value;
  const locale = isLocale(chosen) ? chosen : localeFrom((await headers()).get('accept-language'));
  return { locale: LOCALES[locale].tag, messages: CATALOGUES[locale], timeZone: 'UTC' };
});
