import { readNumber } from './number-text';

/** Languages whose digits and signs differ: points, commas, spaces, apostrophes, thousands and lakhs, Arabic and Bengali digits. */
const LANGUAGES = ['en', 'de', 'fr', 'de-CH', 'hi', 'ar-EG', 'bn', 'pt-PT'] as const;
const NUMBERS = [0, 7, -3, 12.5, 1234.25, -98765.4321, 1_234_567.875, 0.000_25, 1_000_000] as const;

// Outside check: what ECMA-402's `Intl.NumberFormat` writes is read back equal.
test.each(LANGUAGES)('what Intl writes in %s is read back equal', (locale) => {
  const format = new Intl.NumberFormat(locale, { maximumFractionDigits: 20 });
  for (const n of NUMBERS)
    expect([format.format(n), readNumber(format.format(n), locale)?.value]).toEqual([format.format(n), n]);
});

test.each([
  ['3.8 m', 'en', 3.8, 2, 'm'],
  ['3,8m', 'de', 3.8, 2, 'm'],
  ['1,234', 'en', 1234, 4, ''],
  ['1,234', 'de', 1.234, 4, ''],
  ['1.234', 'de', 1234, 4, ''],
  ['1 234', 'en', 1234, 4, ''],
  ['−5 °C', 'en', -5, 1, '°C'],
  ['.5', 'en', 0.5, 1, ''],
  ['0.0250 kg', 'en', 0.025, 3, 'kg'],
  ['3e8 m/s', 'en', 3e8, 1, 'm/s'],
  ['3 × 10^8', 'en', 3e8, 1, ''],
  ['6.02·10²³', 'en', 6.02e23, 3, ''],
  ['٣٫٨ م', 'ar', 3.8, 2, 'م'],
] as const)('%s in %s', (text, locale, value, figures, unit) => {
  const read = readNumber(text, locale);
  expect(read?.value).toBeCloseTo(value, 10);
  expect(read).toMatchObject({ figures, unit });
});

test.each(['', 'north', '1,23,4', '12,34', '1 2', '--3', '3 4 m', '9'.repeat(400)])('%s is no number', (text) => {
  expect(readNumber(text, 'en')).toBeNull();
});
