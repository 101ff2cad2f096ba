/** The languages of the interface: each in its own words, its direction, and how it writes dates and numbers. */
export const LOCALES = {
  en: { name: 'English', direction: 'ltr', tag: 'en-GB' },
  ar: { name: 'العربية', direction: 'rtl', tag: 'ar' },
} as const;

export type Locale = keyof typeof LOCALES;

export const LOCALE_COOKIE = 'kite_language';

export const isLocale = (value: unknown): value is Locale => typeof value === 'string' && value in LOCALES;

/** The language of a tag, such as `en-GB`. */
export const localeOf = (tag: string): Locale => (tag.startsWith('ar') ? 'ar' : 'en');

/** The first of the languages that a browser asks for which we have. */
export function localeFrom(acceptLanguage: string | null): Locale {
  for (const part of (acceptLanguage ?? '').split(',')) {
    const tag = part.trim().split(/[-;]/)[0]?.toLowerCase();
    if (isLocale(tag)) return tag;
  }
  return 'en';
}
