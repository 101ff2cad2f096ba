import * as z from 'zod/mini';
import { says } from '@/testing/says';
import { EMPTY } from '../kinds/question/parts';
import {
  askedCount,
  mostPoints,
  type Part,
  partsIn,
  type Question,
  type QuestionSet,
  questionSet,
  questionSetUnmet,
  worthless,
} from './question-set';

const part = (id: string, more: object = {}): Part =>
  ({
    id,
    points: 2,
    prompt: says('True?'),
    hint: null,
    why: null,
    kind: 'truth',
    set: { right: true },
    ...more,
  }) as Part;
const question = (id: string, more: Partial<Question> = {}): Question => ({
  id,
  stem: null,
  material: null,
  draws: [],
  parts: [part(`${id}-a`)],
  ...more,
});
const set = (questions: Question[], more: object = {}): QuestionSet => ({
  sections: [{ id: 's', title: '', draw: null, shuffle: false, questions, ...more }],
});
const codes = (of: QuestionSet) => questionSetUnmet(of).map(({ id, code }) => [id, code]);

test('a set is read as it is stored, and what is no question of its kind is none', () => {
  const stored = set([question('q')]);
  expect(z.parse(questionSet, stored)).toEqual(stored);
  // What need not be said has its value.
  const bare = {
    sections: [
      {
        id: 's',
        questions: [
          { id: 'q', parts: [{ id: 'p', points: 1, prompt: says('x'), kind: 'truth', set: { right: null } }] },
        ],
      },
    ],
  };
  expect(z.parse(questionSet, bare).sections[0]).toMatchObject({ title: '', draw: null, shuffle: false });
  for (const kind of ['poem', 'one'])
    expect(z.safeParse(questionSet, set([question('q', { parts: [part('p', { kind })] })])).success).toBe(false);
});

test('what is asked is counted, and what can be got, where some are drawn as well', () => {
  const all = [question('a'), question('b'), question('c', { parts: [part('c1'), part('c2', { points: 3 })] })];
  expect([askedCount(set(all)), mostPoints(set(all)), partsIn(set(all)).length]).toEqual([3, 9, 4]);
  const pool = set([question('a'), question('b'), question('c')], { draw: 2 });
  expect([askedCount(pool), mostPoints(pool)]).toEqual([2, 4]);
  // More than there are is all of them.
  expect([askedCount(set(all, { draw: 9 })), mostPoints(set(all, { draw: 9 }))]).toEqual([3, 9]);
});

describe('what keeps a set from being posted', () => {
  test('nothing, where everything is said', () => {
    expect(codes(set([question('q')]))).toEqual([]);
  });

  test('no question at all, or more than one set may hold', () => {
    expect(codes(set([]))).toEqual([[null, 'no-questions']]);
    expect(codes(set(Array.from({ length: 501 }, (_, i) => question(`q${i}`))))).toEqual([[null, 'too-much']]);
  });

  test('one name twice', () => {
    expect(codes(set([question('q'), question('q', { parts: [part('other')] })]))).toEqual([[null, 'same-id']]);
  });

  test('a question without parts; a part without points or words', () => {
    expect(codes(set([question('q', { parts: [] })]))).toEqual([['q', 'no-parts']]);
    expect(codes(set([question('q', { parts: [part('p', { points: -1 }), part('r', { points: 1001 })] })]))).toEqual([
      ['p', 'no-points'],
      ['r', 'no-points'],
    ]);
    expect(codes(set([question('q', { parts: [part('p', { prompt: EMPTY })] })]))).toEqual([['p', 'no-prompt']]);
    // What all parts are about asks for each of them.
    expect(
      codes(set([question('q', { stem: says('About the tide:'), parts: [part('p', { prompt: EMPTY })] })])),
    ).toEqual([]);
  });

  test('what its kind finds wanting is said of the part', () => {
    const choices = [{ id: 'a', says: says('one') }];
    const one = part('p', { kind: 'one', set: { choices, shuffle: false, right: 'z' } });
    expect(codes(set([question('q', { parts: [one] })]))).toEqual([
      ['p', 'no-choices'],
      ['p', 'unknown-choice'],
    ]);
  });

  test('where some are drawn all are worth the same, and at least one is drawn', () => {
    const unequal = [question('a'), question('b', { parts: [part('b1', { points: 5 })] })];
    expect(codes(set(unequal, { draw: 1 }))).toEqual([['s', 'unequal-pool']]);
    expect(codes(set(unequal, { draw: 2 }))).toEqual([]);
    expect(codes(set([question('a'), question('b')], { draw: 0 }))).toEqual([['s', 'unequal-pool']]);
  });

  test.each([
    [{ name: '2n', from: 1, to: 2, step: 1 }],
    [{ name: 'n', from: 2, to: 1, step: 1 }],
    [{ name: 'n', from: 1, to: 2, step: 0 }],
    [{ name: 'n', from: 0, to: 1e9, step: 1 }],
    [{ name: 'n', from: Number.NaN, to: 1, step: 1 }],
  ])('%j cannot be drawn', (draw) => {
    expect(codes(set([question('q', { draws: [draw] })]))).toEqual([['q', 'draws']]);
  });

  const reckoned = (right: string, from: number, to: number) => {
    const number = {
      right,
      tolerance: { kind: 'absolute', by: 0 },
      unit: null,
      unitOptional: false,
      figures: null,
      accepted: [],
    };
    return question('q', {
      draws: [{ name: 'n', from, to, step: 1 }],
      parts: [part('p', { kind: 'number', set: number })],
    });
  };

  test('a formula that has no value for anything that may be drawn', () => {
    expect(codes(set([reckoned('sqrt(n)', -9, -4)]))).toEqual([['p', 'no-value']]);
    expect(worthless(reckoned('sqrt(n)', -9, 4))).toEqual([]);
    expect(worthless(reckoned('n * 2', 1, 4))).toEqual([]);
    expect(codes(set([reckoned('m + 1', 1, 4)]))).toEqual(expect.arrayContaining([['p', 'formula']]));
  });
});
