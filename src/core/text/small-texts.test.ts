import fc from 'fast-check';
import { answerPlaces } from './document-json';
import type { Doc } from './nodes';
import { withPlaceIds } from './place-ids';
import { trimmedEnd, trimmedStart } from './trimmed';
import { isWellFormed, wellFormed } from './well-formed';

describe('trimmed', () => {
  test('takes away the signs at one end, and leaves those within', () => {
    expect(trimmedEnd('a--b---', /-/)).toBe('a--b');
    expect(trimmedStart('---a--b', /-/)).toBe('a--b');
    expect([trimmedEnd('---', /-/), trimmedStart('', /-/)]).toEqual(['', '']);
  });

  test('says the same as an expression that begins anew at every sign', () => {
    const text = fc.string({ unit: fc.constantFrom('a', ' ', '.', '\n') });
    fc.assert(
      fc.property(text, (one) => {
        expect(trimmedEnd(one, /\s/)).toBe(one.replace(/\s+$/, ''));
        expect(trimmedStart(one, /\s/)).toBe(one.replace(/^\s+/, ''));
      }),
    );
  });
});

describe('well formed', () => {
  test('half a pair of surrogates and NUL are no text', () => {
    expect(['plain', '🪁', 'a\ud83e', '\udd41b', '\0', '\udd41\ud83e'].map(isWellFormed)).toEqual([
      true,
      true,
      false,
      false,
      false,
      false,
    ]);
    expect(wellFormed('a\ud83e\0b')).toBe('a\ufffd\ufffdb');
  });

  test('agrees with the platform on every text, NUL apart (ECMAScript 2024, String.prototype.isWellFormed)', () => {
    const platform = (text: string) =>
      (text as unknown as { isWellFormed(): boolean; toWellFormed(): string })
        .toWellFormed()
        .replaceAll('\0', '\ufffd');
    const unit = fc.constantFrom('a', '\0', '\ud83e', '\udd41', 'é', '\ufffd');
    fc.assert(
      fc.property(fc.string({ unit }), (text) => {
        expect(wellFormed(text)).toBe(platform(text));
        expect(isWellFormed(wellFormed(text))).toBe(true);
      }),
    );
  });
});

test('places to answer get other ids, wherever they stand, and nothing else changes', () => {
  const place = (id: string | null) => ({ type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] });
  const doc = {
    type: 'doc',
    content: [
      { type: 'paragraph', content: [{ type: 'text', text: 'Read.' }] },
      place('a'),
      { type: 'blockquote', content: [place('b')] },
      place(null),
    ],
  } as unknown as Doc;
  const renamed = withPlaceIds(doc, (id) => `new ${id}`);
  expect(answerPlaces(renamed).map(({ id }) => id)).toEqual(expect.arrayContaining(['new a']));
  expect(JSON.stringify(renamed)).toBe(
    JSON.stringify(doc).replace('"id":"a"', '"id":"new a"').replace('"id":"b"', '"id":"new b"'),
  );
});
