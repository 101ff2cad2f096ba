import fc from 'fast-check';
import { blocksOf } from '../compare/blocks';
import type { DocNode } from '../text/nodes';
import { anchorText, blockStarts, findAnchor } from './anchor';
import {
  type Annotation,
  drawingIn,
  isSaid,
  pieceOf,
  placeOnSheet,
  quotedBy,
  readAnnotation,
  remarkAt,
  remarkOn,
  selectorsOf,
} from './annotation';

const TEXT = 'The wind over the harbour turns at noon.\nBefore noon it blows from land, and after noon from the sea.';
const on = (words: string, text = TEXT) => {
  const start = text.indexOf(words);
  return selectorsOf(text, start, start + words.length);
};
const wordsAt = (text: string, found: ReturnType<typeof findAnchor>) =>
  found ? text.slice(found.start, found.end) : null;

describe('the W3C model', () => {
  // Web Annotation Data Model, sections 4.2.4 and 4.2.5, the examples of a text quote and a text position (from memory).
  test('reads its examples', () => {
    const source = `urn:sha256:${'0'.repeat(64)}`;
    const read = readAnnotation({
      '@context': 'http://www.w3.org/ns/anno.jsonld',
      id: 'http://example.org/anno23',
      type: 'Annotation',
      body: { type: 'TextualBody', value: 'a slip' },
      target: {
        source,
        selector: [
          { type: 'TextQuoteSelector', exact: 'anotation', prefix: 'this is an ', suffix: ' that has some' },
          { type: 'TextPositionSelector', start: 412, end: 795 },
        ],
      },
    }) as Annotation;
    const text = 'Look: this is an anotation that has some errors in it, and that is no anotation.';
    expect(wordsAt(text, findAnchor(read.target.selector, null, text, 'en'))).toBe('anotation');
    expect(findAnchor(read.target.selector, null, text, 'en')?.start).toBe(text.indexOf('anotation'));
    expect(pieceOf(read)).toBe('0'.repeat(64));
  });

  test('counts characters as code points, not as units of UTF-16', () => {
    expect(selectorsOf('🪁🪁 flies', 5, 10)).toContainEqual({ type: 'TextPositionSelector', start: 3, end: 8 });
  });

  test.each([
    ['no target', { id: 'a', type: 'Annotation', body: { type: 'TextualBody', value: 'x' } }],
    [
      'a source that is no piece',
      {
        id: 'a',
        type: 'Annotation',
        body: { type: 'TextualBody', value: 'x' },
        target: { source: 'http://elsewhere', selector: on('wind') },
      },
    ],
  ])('%s is refused', (_, value) => {
    expect(readAnnotation(value)).toBeNull();
  });

  test('what we write, we read', () => {
    const remark = remarkOn('r1', 'a'.repeat(64), TEXT, [4, 8], 'Which wind?');
    expect(readAnnotation(JSON.parse(JSON.stringify(remark)))).toEqual(remark);
    expect(quotedBy(remark)).toBe('wind');
  });
});

describe('an anchor', () => {
  test('stands where it stood in a text that did not change, whatever was chosen', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), fc.nat(), fc.nat(), (text, a, b) => {
        const points = [...text];
        const [from, to] = [a % points.length, b % points.length].sort((x, y) => x - y) as [number, number];
        const start = points.slice(0, from).join('').length;
        const end = points.slice(0, to + 1).join('').length;
        expect(findAnchor(selectorsOf(text, start, end), text, text, 'en')).toEqual({ start, end, how: 'as-written' });
      }),
    );
  });

  test.each([
    ['words before it', `Yesterday we measured all day.\n${TEXT}`, 'as-written', 'it blows from land'],
    ['words after it', `${TEXT} Nobody knows why.`, 'as-written', 'it blows from land'],
    [
      'a word within it',
      TEXT.replace('it blows from land', 'it blows gently from land'),
      'changed',
      'it blows gently from land',
    ],
    ['one word of four', TEXT.replace('it blows from land', 'it comes from land'), 'changed', 'it comes from land'],
    [
      'its paragraph in another place',
      'Before noon it blows from land, and after noon from the sea.\nThe wind over the harbour turns at noon.',
      'as-written',
      'it blows from land',
    ],
  ])('holds with %s', (_, is, how, words) => {
    const found = findAnchor(on('it blows from land'), TEXT, is, 'en');
    expect(wordsAt(is, found)).toBe(words);
    expect(found?.how).toBe(how);
  });

  test('of words that stand twice keeps to its own', () => {
    const second = TEXT.lastIndexOf('noon');
    const is = `A new first line about noon.\n${TEXT}`;
    const found = findAnchor(selectorsOf(TEXT, second, second + 4), TEXT, is, 'en');
    expect(found?.start).toBe(is.lastIndexOf('noon'));
  });

  test('says so when its words are gone', () => {
    const is = 'The wind over the harbour turns at noon.\nI cannot say which way.';
    expect(findAnchor(on('it blows from land'), TEXT, is, 'en')).toBeNull();
    expect(findAnchor(on('it blows from land'), TEXT, '', 'en')).toBeNull();
  });

  test('a short word that was taken out is not found again in another that looks the same', () => {
    const was = 'We saw it. The gulls knew it.';
    const is = 'We saw it. The gulls knew.';
    const at = was.lastIndexOf('it');
    expect(findAnchor(selectorsOf(was, at, at + 2), was, is, 'en')).toBeNull();
  });
});

test('the text of a document is its blocks, one a line, and each begins where it is said to', () => {
  const line = (words: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text: words }] });
  const runs = blocksOf({ type: 'doc', content: [line('one'), line(''), line('two words')] });
  expect(anchorText(runs)).toBe('one\ntwo words');
  expect(blockStarts(runs)).toEqual([0, 4]);
});

describe('a remark at a place of a sheet', () => {
  const SHA = 'a'.repeat(64);
  const place = { page: 2, x: 10.5, y: 200, w: 30, h: 4.25 };
  const said = remarkAt('r1', SHA, place, { motivation: 'commenting', says: 'Once more.' });
  const drawn = remarkAt('r2', SHA, place, {
    motivation: 'assessing',
    says: '✓',
    drawing: { path: 'M0 0L4 -5.5', width: 2.2, colour: '8a5200' },
  });

  test('is an annotation of the W3C model: a fragment by RFC 3778, and a shape as SVG', () => {
    // Web Annotation Data Model, sections 3.1, 3.2.4, 4.2.1 and 4.2.6: what each has to have.
    expect(said).toMatchObject({
      '@context': 'http://www.w3.org/ns/anno.jsonld',
      type: 'Annotation',
      motivation: 'commenting',
      body: { type: 'TextualBody', value: 'Once more.' },
      target: {
        source: `urn:sha256:${SHA}`,
        selector: [
          {
            type: 'FragmentSelector',
            conformsTo: 'http://tools.ietf.org/rfc/rfc3778',
            value: 'page=2&viewrect=10.5,200,30,4.25',
          },
        ],
      },
    });
    expect(drawn.target.selector[1]).toEqual({
      type: 'SvgSelector',
      value:
        '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L4 -5.5" fill="none" stroke="#8a5200" stroke-width="2.2"/></svg>',
    });
  });

  test('comes back as it was written, with its place and its shape', () => {
    for (const one of [said, drawn]) expect(readAnnotation(JSON.parse(JSON.stringify(one)))).toEqual(one);
    expect(placeOnSheet(said.target.selector)).toEqual(place);
    expect([drawingIn(said.target.selector), drawingIn(drawn.target.selector)]).toEqual([
      null,
      { path: 'M0 0L4 -5.5', width: 2.2 },
    ]);
    expect([isSaid(said), isSaid(drawn), quotedBy(said)]).toEqual([true, false, '']);
  });

  test('nothing but one path of lines is ever taken for a shape, and nothing but a place for a fragment', () => {
    const other = (selector: object) => readAnnotation({ ...said, target: { ...said.target, selector: [selector] } });
    const svg = (inner: string) =>
      other({ type: 'SvgSelector', value: `<svg xmlns="http://www.w3.org/2000/svg">${inner}</svg>` });
    expect(svg('<path d="M0 0L1 1" fill="#8a5200"/>')).not.toBeNull();
    for (const inner of [
      '<script>alert(1)</script>',
      '<path d="M0 0" fill="#8a5200" onload="alert(1)"/>',
      '<path d="M0 0" fill="url(#a)"/>',
      '<path d="M0 0&quot;" fill="#8a5200"/>',
      '',
    ])
      expect([inner, svg(inner)]).toEqual([inner, null]);
    const fragment = (value: string) =>
      other({ type: 'FragmentSelector', conformsTo: 'http://tools.ietf.org/rfc/rfc3778', value });
    expect(fragment('page=1&viewrect=0,0,0,0')).not.toBeNull();
    for (const value of ['page=1', 'page=1&viewrect=1,2,3', 'page=x&viewrect=1,2,3,4', 'page=1&viewrect=1,2,3,4&x'])
      expect([value, fragment(value)]).toEqual([value, null]);
    expect(
      other({ type: 'FragmentSelector', conformsTo: 'http://example.org', value: 'page=1&viewrect=0,0,0,0' }),
    ).toBeNull();
  });
});
