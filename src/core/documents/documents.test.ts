import * as Y from 'yjs';
import type { DocNode } from '../text/document-json';
import { canonicalJson, handInFingerprint, sha256Hex } from './fingerprint';
import { assemble, documentJson, firstUpdate } from './text-document';
import { lookAtUpdate } from './updates';

const starter: DocNode = {
  type: 'doc',
  content: [
    { type: 'question', attrs: { number: 1, text: 'Why a ladder?' } },
    { type: 'answer', attrs: { id: 'q1' }, content: [{ type: 'paragraph' }] },
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: 'plain ' },
        { type: 'text', text: 'bold', marks: [{ type: 'bold' }] },
      ],
    },
  ],
};

describe('a text document', () => {
  test('comes out of its first update as it went in', () => {
    const ydoc = assemble([firstUpdate(starter)]);
    expect(documentJson(ydoc)).toMatchObject({
      type: 'doc',
      content: [
        { type: 'question', attrs: { number: 1, text: 'Why a ladder?' } },
        { type: 'answer', attrs: { id: 'q1' }, content: [{ type: 'paragraph' }] },
        { type: 'paragraph' },
      ],
    });
    const [, , words] = documentJson(ydoc).content ?? [];
    expect(words?.content?.map(({ text }) => text).join('')).toBe('plain bold');
  });

  test('the same update twice changes nothing; two devices that were offline keep every word', () => {
    const first = firstUpdate({
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'ab' }] }],
    });
    const [one, other] = [assemble([first, first]), assemble([first])];
    const typed = (ydoc: Y.Doc, at: number, text: string) => {
      const block = ydoc.getXmlFragment('text').get(0) as Y.XmlElement;
      (block.get(0) as Y.XmlText).insert(at, text);
    };
    typed(one, 0, 'left ');
    typed(other, 2, ' right');
    const [a, b] = [Y.encodeStateAsUpdate(one), Y.encodeStateAsUpdate(other)];
    const merged = documentJson(assemble([first, a, b]));
    expect(merged).toEqual(documentJson(assemble([b, a])));
    expect(merged.content?.[0]?.content?.[0]?.text).toBe('left ab right');
  });

  test.each([
    ['nothing', new Uint8Array()],
    ['one byte', new Uint8Array([7])],
    ['noise', new Uint8Array(64).fill(255)],
    ['half an update', firstUpdate(starter).slice(0, 40)],
  ])('%s is not an update', (_, bytes) => {
    expect(lookAtUpdate(bytes)).toBe('malformed');
  });

  test('a real update is one', () => {
    expect(lookAtUpdate(firstUpdate(starter))).toBeNull();
  });
});

describe('fingerprints', () => {
  // NIST, Secure Hash Standard (FIPS 180-4) example values: one block, two blocks, and the empty message.
  test.each([
    ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
    [
      'abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq',
      '248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1',
    ],
    ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
  ])('SHA-256 of %j', (text, digest) => {
    expect(sha256Hex(text)).toBe(digest);
  });

  test('equal values have equal bytes, whatever the order of their keys', () => {
    expect(canonicalJson({ b: 1, a: [{ d: 2, c: null }] })).toBe(canonicalJson({ a: [{ c: null, d: 2 }], b: 1 }));
    expect(canonicalJson([1, 2])).not.toBe(canonicalJson([2, 1]));
  });

  test('a hand-in has another fingerprint as soon as one piece differs', () => {
    const [a, b] = [{ sha256: sha256Hex('a') }, { sha256: sha256Hex('b') }];
    expect(handInFingerprint([a, b])).not.toBe(handInFingerprint([b, a]));
    expect(handInFingerprint([a])).not.toBe(handInFingerprint([a, b]));
    // What is said in a piece counts as a piece behind it; without any it is as it always was.
    expect(handInFingerprint([{ ...a, captions: 'WEBVTT' }, b])).toBe(
      handInFingerprint([a, { sha256: sha256Hex('WEBVTT') }, b]),
    );
    expect(handInFingerprint([{ ...a, captions: null }])).toBe(handInFingerprint([a]));
  });
});
