import { canonicalJson, handInFingerprint, sha256Hex, sha256HexOf } from './fingerprint';

const inParts = (...parts: readonly string[]) =>
  new ReadableStream<Uint8Array>({
    start(to) {
      for (const part of parts) to.enqueue(new TextEncoder().encode(part));
      to.close();
    },
  });

// The examples of SHA-256 that NIST publishes beside FIPS 180-4 (one block, two blocks), from memory, and of nothing at all.
const KNOWN = [
  ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
  [
    'abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq',
    '248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1',
  ],
  ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
] as const;

test.each(KNOWN)('of %j it is what the standard says, at once and in parts', async (text, sum) => {
  expect(sha256Hex(text)).toBe(sum);
  expect(await sha256HexOf(inParts(text.slice(0, 2), text.slice(2)))).toBe(sum);
});

test('of what cannot be read to its end there is none', async () => {
  const broken = new ReadableStream<Uint8Array>({
    pull(to) {
      to.error(new DOMException('gone', 'NotReadableError'));
    },
  });
  await expect(sha256HexOf(broken)).rejects.toThrow('gone');
});

test('values that are equal have equal bytes, whatever the order of their keys', () => {
  expect(canonicalJson({ b: [{ d: 1, c: undefined }], a: null })).toBe(canonicalJson({ a: null, b: [{ d: 1 }] }));
});

test('what is said in a piece stands behind it, as a piece of its own', () => {
  const [one, said] = [sha256Hex('one'), 'WEBVTT'];
  expect(handInFingerprint([{ sha256: one, captions: said }])).toBe(
    handInFingerprint([{ sha256: one }, { sha256: sha256Hex(said) }]),
  );
});
