import { says } from '@/testing/says';
import { BANK_NAMES, readBanked } from './bank';

const part = (text: string) => ({ id: 'p', points: 2, prompt: says(text), kind: 'truth', set: { right: true } });
const criterion = (title: string) => ({ id: 'c', title, points: 4, levels: [] });

test('questions and rubrics are kept, each under its first words', () => {
  expect(BANK_NAMES).toEqual(['question', 'rubric']);
  expect(readBanked('question', { id: 'q', parts: [part('Does it\n rise?')] })).toMatchObject({
    kind: 'question',
    title: 'Does it rise?',
    content: { id: 'q', stem: null, draws: [] },
  });
  expect(readBanked('question', { id: 'q', stem: says('The tide.'), parts: [part('Rises?')] })?.title).toBe(
    'The tide. Rises?',
  );
  expect(readBanked('rubric', [criterion('Reasons'), criterion('Words')])?.title).toBe('Reasons, Words');
});

test('a name is no longer than one reads', () => {
  expect(readBanked('question', { id: 'q', parts: [part('word '.repeat(200))] })?.title).toHaveLength(200);
});

test.each([
  ['question', null],
  ['question', { id: 'q' }],
  ['question', { id: 'q', parts: [{ ...part('x'), kind: 'poem' }] }],
  ['question', [criterion('Reasons')]],
  ['rubric', []],
  ['rubric', { id: 'q', parts: [part('x')] }],
  ['rubric', [{ title: 'Reasons' }]],
  ['rubric', Array.from({ length: 61 }, () => criterion('x'))],
] as const)('as %s nothing is kept of what is none: %j', (kind, sent) => {
  expect(readBanked(kind, sent)).toBeNull();
});
