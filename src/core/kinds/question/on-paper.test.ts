import { says } from '@/testing/says';
import { plainText } from '../../text/document-json';
import type { AskedQuestion, QuestionName } from './every';
import { answeredOnPaper } from './on-paper';

const things = (...all: readonly string[]) => all.map((text) => ({ id: text, says: says(text) }));
const lines = (kind: QuestionName, asked: object) =>
  answeredOnPaper({ kind, asked } as unknown as AskedQuestion, { yes: 'True', no: 'False' }).map((node) =>
    plainText(node).replace(/…{3,}/g, '…'),
  );

test('what can be chosen stands behind a sign to mark: round for one, square for several', () => {
  expect(lines('one', { choices: things('north', 'south') })).toEqual(['○ north', '○ south']);
  expect(lines('several', { choices: things('north', 'south') })).toEqual(['□ north', '□ south']);
  expect(lines('truth', {})).toEqual(['○ True', '○ False']);
});

test('what is written has room: a line, eight, or one with its unit', () => {
  expect(lines('short', {})).toEqual(['…']);
  expect(lines('long', {})).toHaveLength(8);
  expect(lines('number', { unit: 'km' })).toEqual(['… km']);
  expect(lines('number', { unit: null })).toEqual(['…']);
});

test('gaps stay in their text, with what can be chosen for them', () => {
  const text = [
    'The sea ',
    { id: 'a', choices: ['rises', 'falls'] },
    ' at ',
    { id: 'b', choices: null },
    '.\nThen it turns.',
  ];
  expect(lines('gaps', { text })).toEqual(['The sea ( rises / falls ) at ….', 'Then it turns.']);
});

test('sides to be matched have letters, what is to be put in order has room for a number', () => {
  expect(lines('match', { left: things('low'), right: things('cloud', 'sun') })).toEqual([
    '……  low',
    'A) cloud',
    'B) sun',
  ]);
  expect(lines('order', { items: things('first', 'then') })).toEqual(['…… first', '…… then']);
});

test('a scale lies in one line between its two ends', () => {
  expect(lines('scale', { from: 1, to: 3, fromSays: 'never', toSays: 'often' })).toEqual([
    'never   ○ 1   ○ 2   ○ 3   often',
  ]);
  expect(lines('scale', { from: 0, to: 1, fromSays: '', toSays: '' })).toEqual(['○ 0   ○ 1']);
});

test('a picture is printed as it is, and what begins with one is marked above it', () => {
  const picture = { src: '/a.png', alt: 'A bay', width: 40, height: 30 };
  expect(answeredOnPaper({ kind: 'point', asked: { picture } } as never, { yes: '', no: '' })).toEqual([
    { type: 'image', attrs: picture },
  ]);
  const pictured = [{ id: 'p', says: { type: 'doc', content: [{ type: 'image', attrs: picture }] } }];
  const nodes = answeredOnPaper({ kind: 'one', asked: { choices: pictured } } as never, { yes: '', no: '' });
  expect(nodes.map(({ type }) => type)).toEqual(['paragraph', 'image']);
  expect(lines('file', { most: 2 })).toEqual([]);
});
