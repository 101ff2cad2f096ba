import fc from 'fast-check';
import { says } from '@/testing/says';
import { randomly } from '../../questions/randomly';
import type { Doc } from '../../text/nodes';
import { one, several, truth } from './choosing';
import { EMPTY } from './parts';

const things = (...ids: readonly string[]) => ids.map((id) => ({ id, says: says(`the ${id}`) }));
const LAYING = { random: randomly('somebody'), drawn: {}, said: (doc: Doc) => doc };
const WORDING = { yes: 'true', no: 'false' };
const named = () => {
  let n = 0;
  return () => {
    n += 1;
    return `c${n}`;
  };
};

describe('one of several', () => {
  const SET = { choices: things('a', 'b', 'c'), shuffle: false, right: 'b' as string | null };

  test('is right or wrong as a whole', () => {
    const score = one.scorer(SET);
    expect(score('b', {})).toEqual({ share: 1, how: { rule: 'whole', right: 1, wrong: 0, of: 1 } });
    expect(score('a', {})).toEqual({ share: 0, how: { rule: 'whole', right: 0, wrong: 1, of: 1 } });
  });

  test('without a right one it counts that one of them was chosen', () => {
    const score = one.scorer({ ...SET, right: null });
    expect(score('c', {})).toMatchObject({ share: 1, how: { rule: 'given' } });
    expect(score('nothing of it', {})).toMatchObject({ share: 0, how: { rule: 'empty' } });
  });

  test('each can be worth something of its own', () => {
    const worth = { entries: { a: 1, b: 4, c: -2 }, otherwise: 0, least: null, most: null };
    const score = one.scorer({ ...SET, mapping: worth });
    expect(['a', 'b', 'c', 'x'].map((answer) => score(answer, {}).share)).toEqual([0.25, 1, 0, 0]);
  });

  test('what is asked says nothing of what is right, and is in another order for another person', () => {
    expect(Object.keys(one.asked(SET, LAYING))).toEqual(['choices']);
    expect(one.asked(SET, LAYING).choices.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    const orders = Array.from({ length: 60 }, (_, i) =>
      one
        .asked({ ...SET, shuffle: true }, { ...LAYING, random: randomly(`person ${i}`) })
        .choices.map(({ id }) => id)
        .join(''),
    );
    expect(new Set(orders).size).toBe(6);
  });

  test('an answer in words is what it says, on one line', () => {
    const broken = { choices: [{ id: 'a', says: says('two\n lines') }] };
    expect(one.words(broken, 'a', WORDING)).toBe('two lines');
    expect(one.words(broken, 'gone', WORDING)).toBe('');
    expect(one.tally('a')).toEqual(['a']);
  });

  test.each([
    ['fewer than two', { choices: things('b') }, ['no-choices']],
    ['two by one name', { choices: things('b', 'b') }, ['no-choices']],
    ['one that says nothing', { choices: [...things('b'), { id: 'e', says: EMPTY }] }, ['empty-thing']],
    ['a right one that is not among them', { right: 'z' }, ['unknown-choice']],
    ['none that is right, as in a vote', { right: null }, []],
    ['all that is needed', {}, []],
  ] as const)('with %s it lacks what it lacks', (_, part, unmet) => {
    expect(one.unmet({ ...SET, ...part } as typeof SET, new Set())).toEqual(unmet);
  });

  test('a new one has three choices that say nothing yet, and the first is right', () => {
    const set = one.initial(named());
    expect(set.choices.map(({ id }) => id)).toEqual(['c1', 'c2', 'c3']);
    expect(set.right).toBe('c1');
    expect(one.unmet(set, new Set())).toEqual(['empty-thing']);
  });
});

describe('several of several', () => {
  const RULES = ['right-less-wrong', 'each', 'whole'] as const;
  const set = (rule: (typeof RULES)[number], right: string[] | null = ['a', 'b'], most: number | null = null) => ({
    choices: things('a', 'b', 'c', 'd'),
    shuffle: false,
    right,
    rule,
    most,
  });
  const shares = (rule: (typeof RULES)[number], ...answers: readonly string[][]) =>
    answers.map((answer) => several.scorer(set(rule))(answer, {}).share);

  test('right less wrong, over all that are right, and never below nothing', () => {
    expect(shares('right-less-wrong', ['a', 'b'], ['a'], ['a', 'c'], ['a', 'b', 'c'], ['c', 'd'], [])).toEqual([
      1, 0.5, 0, 0.5, 0, 0,
    ]);
  });

  test('each by itself: what was rightly left out counts, too', () => {
    expect(shares('each', ['a', 'b'], ['a'], ['a', 'c'], ['c', 'd'], [])).toEqual([1, 0.75, 0.5, 0, 0.5]);
  });

  test('as a whole', () => {
    expect(shares('whole', ['b', 'a'], ['a'], ['a', 'b', 'c'])).toEqual([1, 0, 0]);
  });

  test('where none is right everything is wrong that is chosen; where nothing is to be right, any answer counts', () => {
    const none = several.scorer(set('right-less-wrong', []));
    expect([none([], {}).share, none(['a'], {}).share]).toEqual([1, 0]);
    const vote = several.scorer(set('right-less-wrong', null, 2));
    expect([['a'], ['a', 'b'], ['a', 'b', 'c'], []].map((answer) => vote(answer, {}).share)).toEqual([1, 1, 0, 0]);
  });

  test('whatever is chosen comes to between nothing and all, and all only for the key', () => {
    const ids = fc.subarray(['a', 'b', 'c', 'd']);
    fc.assert(
      fc.property(ids, ids, fc.constantFrom(...RULES), (right, answer, rule) => {
        const { share } = several.scorer(set(rule, right))(answer, {});
        expect(share).toBeGreaterThanOrEqual(0);
        expect(share).toBeLessThanOrEqual(1);
        if (share === 1) expect([...answer].sort()).toEqual([...right].sort());
        expect(several.scorer(set(rule, right))(right, {}).share).toBe(1);
      }),
    );
  });

  test('how many may be chosen has to leave room for all that are right', () => {
    expect(several.unmet(set('each', ['a', 'b'], 2), new Set())).toEqual([]);
    expect(several.unmet(set('each', ['a', 'b'], 1), new Set())).toEqual(['range']);
    expect(several.unmet(set('each', null, 0), new Set())).toEqual(['range']);
    expect(several.words({ choices: things('a', 'b'), most: null }, ['b', 'a'], WORDING)).toBe('the b; the a');
  });
});

test('true or false', () => {
  expect(truth.scorer({ right: false })(false, {}).share).toBe(1);
  expect(truth.scorer({ right: false })(true, {}).share).toBe(0);
  expect(truth.scorer({ right: null })(true, {})).toMatchObject({ share: 1, how: { rule: 'given' } });
  expect([truth.words({}, true, WORDING), truth.words({}, false, WORDING)]).toEqual(['true', 'false']);
  expect(truth.tally(false)).toEqual(['false']);
});
