import fc from 'fast-check';
import { sameForm } from './sameness';

const LOOSE = { capitals: false, accents: true, spaces: false };
const same = (a: string, b: string, by: Partial<typeof LOOSE> = {}) =>
  sameForm(a, { ...LOOSE, ...by }) === sameForm(b, { ...LOOSE, ...by });

test.each([
  ['capitals', 'Cirrus', 'cirrus', { capitals: true }],
  ['accents', 'café', 'cafe', { accents: false }],
  ['vowel signs of Arabic', 'سَحَاب', 'سحاب', { accents: false }],
  ['spaces', 'high  water', 'high water', { spaces: true }],
] as const)('%s count or not, as it was set', (_, a, b, other) => {
  // What is usual, and the other of it.
  expect(same(a, b)).not.toBe(same(a, b, other));
});

test('spaces around an answer never count', () => {
  expect(same(' tide\n', 'tide', { spaces: true })).toBe(true);
});

test.each([
  ['a curly apostrophe', 'don’t', "don't"],
  ['quotation marks of any kind', '“low”', '«low»'],
  ['dashes of any length', '3–4', '3-4'],
  ['a minus', '−4', '-4'],
  ['letters of full width', 'ｃｌｏｕｄ', 'cloud'],
  ['a ligature', 'ﬁn', 'fin'],
  ['the Arabic letter stretched', 'ســحاب', 'سحاب'],
  ['an accent as a sign of its own', 'cafe\u0301', 'café'],
])('%s is the same however it is typed', (_, a, b) => {
  expect(same(a, b)).toBe(true);
});

test('what differs in more than that is another word', () => {
  expect([same('tide', 'tides'), same('3-4', '34'), same('high water', 'highwater')]).toEqual([false, false, false]);
});

test('the form of a form is itself, whatever counts', () => {
  const flags = fc.record({ capitals: fc.boolean(), accents: fc.boolean(), spaces: fc.boolean() });
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), flags, (text, by) => {
      const form = sameForm(text, by);
      expect(sameForm(form, by)).toBe(form);
    }),
  );
});

test('plain texts take the short way, and come out as the long one would have them', () => {
  const plain = fc.string({ unit: 'grapheme-ascii' });
  fc.assert(
    fc.property(plain, (text) => {
      // A sign beyond ASCII that changes nothing else sends it the long way.
      expect(sameForm(`${text}\u0640x`, LOOSE)).toBe(sameForm(`${text}x`, LOOSE).replace(/[`]/g, "'"));
    }),
  );
});
