import type { CheckedFile } from '../../asks/checked';
import { Measures } from '../../asks/measures';
import { plainText } from '../../text/document-json';
import type { Doc, DocNode } from '../../text/nodes';
import { photographNode, placeOfPost } from '../document/places';
import { type Ask, type AskName, measure } from '.';
import type { Asked } from './kind';

const text = (words: string, href?: string): DocNode =>
  ({ type: 'text', text: words, ...(href ? { marks: [{ type: 'link', attrs: { href } }] } : {}) }) as DocNode;
const paragraph = (...content: readonly (string | DocNode)[]): DocNode =>
  ({ type: 'paragraph', content: content.map((one) => (typeof one === 'string' ? text(one) : one)) }) as DocNode;
const doc = (...content: readonly DocNode[]): Doc => ({ type: 'doc', content });
const list = (...items: readonly string[]): DocNode =>
  ({ type: 'bulletList', content: items.map((one) => ({ type: 'listItem', content: [paragraph(one)] })) }) as DocNode;
const place = (id: string, words: string): DocNode =>
  ({ type: 'answer', attrs: { id }, content: [words === '' ? { type: 'paragraph' } : paragraph(words)] }) as DocNode;
const file = (name: string, kind: CheckedFile['kind'], more: Partial<CheckedFile> = {}): CheckedFile => ({
  name,
  kind,
  pages: null,
  ...more,
});

const MEASURES = new Measures('en', {
  misspelt: (words) => words.split(/\W+/).filter((word) => word === 'wether'),
  hasVerb: (sentence) => /\bis|rises\b/.test(sentence),
});
/** What is found of an ask in a document, or with files. */
function found(kind: AskName, of: Doc, more: Partial<Asked> & { readonly ask?: object } = {}) {
  const { ask = {}, ...asked } = more;
  const words = plainText(of);
  return measure(
    {
      id: 'a',
      place: null,
      bars: false,
      min: 1,
      max: null,
      types: [],
      terms: [],
      fewest: 0,
      most: null,
      ...ask,
      kind,
    } as unknown as Ask,
    {
      text: words,
      node: () => of,
      inPlace: false,
      filled: words !== '',
      doc: of,
      files: [],
      names: [],
      measures: MEASURES,
      ...asked,
    },
  );
}

test('words and sentences are counted; one that is not ended yet is told', () => {
  const of = doc(paragraph('It rises. It falls, and'), paragraph('turns'));
  expect(found('words', of).found).toBe(6);
  expect(found('sentences', of)).toMatchObject({ found: 3, openEnd: true });
  expect(found('sentences', doc(paragraph('It rises.')))).toMatchObject({ found: 1, openEnd: false });
});

test('items of a list count where something is in them', () => {
  expect(found('items', doc(list('north', '', 'south', '—'))).found).toBe(2);
});

test('links count once each, with those that go along; one that leads nowhere is named', () => {
  const of = doc(
    paragraph(text('a', 'https://tides.example/a'), text('again', 'https://tides.example/a'), text('b', 'nowhere')),
  );
  expect(found('links', of)).toEqual({ found: 1, details: ['nowhere'] });
  const along = [file('tide table', 'link', { address: 'https://tides.example/b' }), file('map.pdf', 'pdf')];
  expect(found('links', of, { files: along }).found).toBe(2);
  // At a place only what stands there counts.
  expect(found('links', of, { files: along, inPlace: true }).found).toBe(1);
});

test('words with their meanings: those that were named, or so many of one’s own', () => {
  const of = doc(paragraph('front: where two airs meet'), paragraph('squall - a sudden wind'));
  expect(found('terms', of)).toMatchObject({ found: 2, details: [] });
  expect(found('terms', of, { ask: { terms: ['front', 'trough'] } })).toMatchObject({ found: 1, details: ['trough'] });
});

test('files count by their kind, links are none, and another kind is named', () => {
  const files = [
    file('map.pdf', 'pdf'),
    file('sky.png', 'picture'),
    file('table', 'link', { address: 'https://x.example' }),
  ];
  expect(found('files', doc(), { files })).toEqual({ found: 2, details: [] });
  expect(found('files', doc(), { files, ask: { types: ['pdf'], min: 2 } })).toEqual({
    found: 1,
    details: ['sky.png'],
    problem: 'wrong-kind',
  });
  // Enough of the kind that was asked for: what else goes along is no fault.
  expect(found('files', doc(), { files, ask: { types: ['pdf'] } })).not.toHaveProperty('problem');
});

test('pages of all files, and seconds of all that was recorded, are added up', () => {
  const files = [file('a.pdf', 'pdf', { pages: 3 }), file('b.pdf', 'pdf', { pages: 4 }), file('c.png', 'picture')];
  expect(found('pages', doc(), { files }).found).toBe(7);
  const sound = [file('a', 'sound', { seconds: 61.7 }), file('b', 'sound', { seconds: 30.2 })];
  expect(found('recording', doc(), { files: sound }).found).toBe(91);
});

describe('what was said in a discussion', () => {
  const post = (id: string, words: string, to: string | null = null) =>
    place(placeOfPost({ id, to: to === null ? null : { person: to } } as never), words);
  const talk = doc(
    post('1', 'The thin ones come first.'),
    post('2', 'Why?', 's-wren'),
    post('3', 'Because the wind is stronger up there, I think.', 's-yusuf'),
    post('4', 'So it is. Do you see it from here?', 's-wren'),
    place('ordinary', 'An answer that is no post.'),
  );

  test('posts, replies, those who were answered, and what was asked are told apart', () => {
    expect((['posts', 'replies', 'people', 'asking'] as const).map((kind) => found(kind, talk).found)).toEqual([
      1, 3, 2, 2,
    ]);
  });

  test('those that are too short are said by how many words they have', () => {
    expect(found('replies', talk, { ask: { fewest: 5, min: 3 } })).toMatchObject({
      found: 2,
      details: ['1'],
      problem: 'too-few',
    });
    expect(found('replies', talk, { ask: { fewest: 5, min: 2 } })).not.toHaveProperty('problem');
    expect(found('posts', talk, { ask: { most: 3 } })).toMatchObject({ found: 0, details: ['5'] });
  });
});

describe('what is there or is not', () => {
  const heading = { type: 'heading', attrs: { level: 1 }, content: [text('The mast')] } as unknown as DocNode;

  test('a title is a heading before everything else that says something', () => {
    expect(found('title', doc({ type: 'paragraph' } as DocNode, heading, paragraph('x'))).found).toBe(1);
    expect(found('title', doc(paragraph('x'), heading)).found).toBe(0);
    expect(found('title', doc()).found).toBe(0);
  });

  test('a name is any by which one is known, capitals aside', () => {
    expect(found('name', doc(paragraph('by imke a.')), { names: ['Imke Anders', 'Imke A.'] }).found).toBe(1);
    expect(found('name', doc(paragraph('by me')), { names: ['Imke A.'] }).found).toBe(0);
  });

  test('anything at all is an answer', () => {
    expect([
      found('answered', doc(paragraph('x'))).found,
      found('answered', doc(), { filled: true }).found,
      found('answered', doc()).found,
    ]).toEqual([1, 1, 0]);
  });

  test('photographs are counted, and no other picture', () => {
    const picture = { type: 'image', attrs: { src: '/a.png', alt: 'A sky' } } as unknown as DocNode;
    expect(found('photographs', doc(photographNode('/p.png'), picture, photographNode('/q.png'))).found).toBe(2);
  });
});

describe('advice', () => {
  test('sentences that are not whole are named one by one, with words that are in no dictionary', () => {
    const of = doc(paragraph('the wind turns. It rises. wether'));
    expect(found('whole-sentences', of)).toMatchObject({ found: 2, problem: 'faults' });
    expect(found('whole-sentences', of).details?.[0]).toContain('the wind turns');
    expect(found('spelling', of)).toEqual({ found: 1, details: ['wether'], problem: 'faults' });
    expect(found('spelling', doc(paragraph('It rises.')))).toEqual({ found: 0, details: [], problem: 'none' });
  });

  test.each([
    ['4 + 5 = 9', 0],
    ['The sum is nine', 1],
    ['first\nthen', 0],
    ['3-4', 0],
    ['- no sum', 1],
  ])('it can be seen how “%s” was worked out, or not (%i)', (words, missing) => {
    expect(found('working', doc(...words.split('\n').map((line) => paragraph(line)))).found).toBe(missing);
  });
});
