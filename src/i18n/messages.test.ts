import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ar from '@messages/ar';
import en from '@messages/en';
import compile from 'icu-minify/compile';
import { IntlMessageFormat } from 'intl-messageformat';
import { createTranslator } from 'next-intl';
import formatMessage from './format-message';
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

/** What a message makes a difference between by name. */
const branches = (message: string): string[] => [
  ...new Set([...message.matchAll(/(?:^|[\s}])([\w-]+)\s*\{/g)].map(([, name]) => name ?? '')),
];

/** Tags that show where they stood. */
const marked = (message: string) =>
  Object.fromEntries(
    Object.keys(tagsOf(message)).map((tag) => [tag, (inner: readonly unknown[]) => `[${tag} ${inner.join('')}]`]),
  );

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
    const inEnglish = new Map(english);
    expect(own.map(([key, message]) => [key, names(message)])).toEqual(
      own.map(([key]) => [key, names(inEnglish.get(key) ?? '')]),
    );
    const halfMade = own.filter(([key, message]) => {
      const words = t.rich(key as never, { ...sample, ...tagsOf(message) } as never);
      return String(words).includes('{');
    });
    expect(halfMade).toEqual([]);
  });

  // The application has its messages as the build has taken them to pieces; here they are held against who takes them to pieces
  // while it formats them.
  test('says the same, taken to pieces by the build, as each message says by itself', () => {
    const [dates, numbers, rules] = [
      new Map<string, Intl.DateTimeFormat>(),
      new Map<string, Intl.NumberFormat>(),
      new Map<string, Intl.PluralRules>(),
    ];
    const once = <Made>(made: Map<string, Made>, given: readonly unknown[], make: () => Made): Made => {
      const key = JSON.stringify(given);
      const there = made.get(key) ?? make();
      made.set(key, there);
      return there;
    };
    const formatters = {
      getDateTimeFormat: (...given: ConstructorParameters<typeof Intl.DateTimeFormat>) =>
        once(dates, given, () => new Intl.DateTimeFormat(...given)),
      getNumberFormat: (...given: ConstructorParameters<typeof Intl.NumberFormat>) =>
        once(numbers, given, () => new Intl.NumberFormat(...given)),
      getPluralRules: (...given: ConstructorParameters<typeof Intl.PluralRules>) =>
        once(rules, given, () => new Intl.PluralRules(...given)),
    };
    const { tag } = LOCALES[locale as keyof typeof LOCALES];
    let compared = 0;
    for (const [key, message] of own) {
      const [inPieces, whole] = [compile(message), new IntlMessageFormat(message, tag, undefined, { formatters })];
      for (const given of ['', 0, 1, 2, 3, 11, 100, 12_345.6, ...branches(message)]) {
        const values = {
          ...Object.fromEntries(names(message).map((name) => [name, given])),
          ...marked(message),
        };
        const said = formatMessage(key, inPieces, values as never, { formatters, locale: tag } as never);
        if (said !== whole.format(values)) expect([key, given, said]).toEqual([key, given, whole.format(values)]);
        compared += 1;
      }
    }
    expect(compared).toBeGreaterThan(10_000);
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

test('messages are given to who formats them, and no other module takes one out by hand', () => {
  const GIVEN = ['frame/later-words.tsx', 'record/record-words.tsx', 'pages/pages-words.tsx', 'rendered.tsx'];
  const takers = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
    (path) =>
      /\.tsx?$/.test(path) &&
      !/\.test\.tsx?$|^(i18n|testing)\//.test(path) &&
      /from '@messages\/|import\('@messages\/|\bCATALOGUES\b/.test(readFileSync(join('src', path), 'utf8')),
  );
  expect(takers.sort()).toEqual(GIVEN.map((path) => `ui/${path}`).sort());
});
