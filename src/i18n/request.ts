import ar from '@messages/ar';
import en from '@messages/en';
import { cookies, headers } from 'next/headers';
import { getRequestConfig } from 'next-intl/server';
import { isLocale, LOCALE_COOKIE, LOCALES, localeFrom } from './locales';

const MESSAGES = { en, ar };

export default getRequestConfig(async () => {
  const chosen = (await cookies()).get(LOCALE_COOKIE)?.value;
  const locale = isLocale(chosen) ? chosen : localeFrom((await headers()).get('accept-language'));
  return { locale: LOCALES[locale].tag, messages: MESSAGES[locale], timeZone: 'UTC' };
});
