import ar from '@messages/ar';
import en from '@messages/en';
import { createTranslator } from 'next-intl';
import { LOCALES, localeFrom } from './locales';

interface Catalogue {
  readonly [key: string]: string | Catalogue;
}

const MESSAGES: Readonly<Record<string, Catalogue>> = { en, ar };
const read = (locale: string): Catalogue => MESSAGES[locale] ?? {};

const flat = (part: Catalogue, before = ''): [string, string][] =>
  Object.entries(part).flatMap(([key, value]) =>
    typeof value === 'string' ? [[before + key, value] as [string, string]] : flat(value, `${before}${key}.`),
  );

/** The names that a message expects, plural branches included. */
const names = (message: string): string[] =>
  [...new Set([...message.matchAll(/\{(\w+)[,}]/g)].map(([, name]) => name ?? ''))].sort();

const english = flat(read('en'));
const sample = Object.fromEntries(english.flatMap(([, message]) => names(message)).map((name) => [name, 2]));

/** What stands around words of a message, or at a place in it. */
const tagsOf = (message: string) =>
  Object.fromEntries([...message.matchAll(/<(\w+)>/g)].map(([, tag]) => [tag ?? '', (inner: unknown) => inner]));

describe.each(Object.keys(LOCALES))('the catalogue %s', (locale) => {
  const own = flat(read(locale));

  test('has the same keys as the English one', () => {
    expect(own.map(([key]) => key).sort()).toEqual(english.map(([key]) => key).sort());
  });

  test('every message expects the same names and can be formatted', () => {
    const t = createTranslator({
      locale,
      messages: read(locale) as never,
      onError: (error) => {
        throw error;
      },
    });
    for (const [key, message] of own) {
      expect([key, names(message)]).toEqual([key, names(english.find(([other]) => other === key)?.[1] ?? '')]);
      const words = t.rich(key as never, { ...sample, ...tagsOf(message) } as never);
      expect([key, String(words).includes('{')]).toEqual([key, false]);
    }
  });

  test('no message is left as English', () => {
    if (locale === 'en') return;
    const same = own.filter(
      ([key, message]) =>
        /[a-z]{3}/i.test(message.replace(/\{[^{}]*\}|<\/?\w+>/g, '')) &&
        english.some(([other, words]) => other === key && words === message),
    );
    expect(same.map(([key]) => key)).toEqual(['frame.name']);
  });
});

test('a browser gets the first of its languages that we have', () => {
  expect(localeFrom('fr-FR, ar;q=0.8, en;q=0.5')).toBe('ar');
  expect(localeFrom('fr')).toBe('en');
  expect(localeFrom(null)).toBe('en');
});
