import { fromBase64, toBase64 } from './base64';

// RFC 4648, section 10.
test.each([
  ['', ''],
  ['f', 'Zg=='],
  ['fo', 'Zm8='],
  ['foo', 'Zm9v'],
  ['foob', 'Zm9vYg=='],
  ['fooba', 'Zm9vYmE='],
  ['foobar', 'Zm9vYmFy'],
])('“%s” is %s', (words, text) => {
  const bytes = new TextEncoder().encode(words);
  expect(toBase64(bytes)).toBe(text);
  expect(fromBase64(text)).toEqual(bytes);
});

test('every byte comes back, of more than are taken at once', () => {
  const bytes = Uint8Array.from({ length: 20_000 }, (_, i) => (i * 7) % 256);
  expect(toBase64(bytes)).toBe(Buffer.from(bytes).toString('base64'));
  expect(fromBase64(toBase64(bytes))).toEqual(bytes);
});

test('what is not base64 is refused', () => {
  expect(() => fromBase64('Zm9*')).toThrow();
});
