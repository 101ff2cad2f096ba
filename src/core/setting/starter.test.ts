import { answerPlaces, plainText } from '../text/document-json';
import type { Doc, DocNode } from '../text/nodes';
import { withPlaces } from './starter';

const line = (text: string, type: 'paragraph' | 'heading' = 'paragraph'): DocNode =>
  text === '' ? { type } : { type, content: [{ type: 'text', text }] };
const doc = (...content: DocNode[]): Doc => ({ type: 'doc', content });
const list = (type: 'orderedList' | 'bulletList', ...items: DocNode[][]): DocNode => ({
  type,
  content: items.map((content) => ({ type: 'listItem', content })),
});
const places = (text: Doc) => {
  let n = 0;
  const made = withPlaces(text, () => {
    n += 1;
    return `p${n}`;
  });
  return { made, asked: answerPlaces(made).map(({ id, number, question }) => [id, number, question]) };
};

test('numbered lines, lines that ask, and numbered lists become questions with a place to answer', () => {
  const { made, asked } = places(
    doc(
      line('The lamp on the wall', 'heading'),
      line('Read it twice.'),
      line('1. What does Oda note?'),
      line(''),
      line('   '),
      line('b) Name two birds.'),
      line('لماذا لم يسألها أحد؟'),
      line('Was it late, “at five?”', 'heading'),
      line('Use whole sentences.'),
      list('orderedList', [line('One lamp or two')], [line('Say why')]),
      list('bulletList', [line('a coat')], [line('gloves')]),
    ),
  );
  expect(asked).toEqual([
    ['p1', 1, 'What does Oda note?'],
    ['p2', 2, 'Name two birds.'],
    ['p3', 3, 'لماذا لم يسألها أحد؟'],
    ['p4', 4, 'Was it late, “at five?”'],
    ['p5', 5, 'One lamp or two'],
    ['p6', 6, 'Say why'],
  ]);
  // The room that was left for an answer is gone; words, and other lists, stay.
  expect(made.content?.map(({ type }) => type).filter((type) => type !== 'question' && type !== 'answer')).toEqual([
    'heading',
    'paragraph',
    'paragraph',
    'bulletList',
  ]);
});

test('what only looks like it stays as it is', () => {
  const text = doc(
    line('In 1907. The year of the storm.'),
    line('Oda: a keeper'),
    line('(see page 3)'),
    line(''),
    list('orderedList', [line('First'), list('bulletList', [line('more')])]),
  );
  const { made, asked } = places(text);
  expect(asked).toEqual([]);
  expect(made).toEqual(text);
  expect(plainText(places(doc()).made)).toBe('');
  expect(places(doc()).made.content).toHaveLength(1);
});

test('a text that has places already keeps them, with numbers in their order', () => {
  const text = doc(
    { type: 'question', attrs: { number: 7, text: 'Why?' } },
    { type: 'answer', attrs: { id: 'own' }, content: [line('')] },
    line('Is this asked?'),
    { type: 'question', attrs: { number: 2, text: 'How?' } },
    { type: 'answer', attrs: { id: 'other' }, content: [line('')] },
  );
  expect(places(text).asked).toEqual([
    ['own', 1, 'Why?'],
    ['other', 2, 'How?'],
  ]);
});
