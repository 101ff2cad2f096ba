import fc from 'fast-check';
import { says } from '@/testing/says';
import { randomly } from '../../questions/randomly';
import type { Doc } from '../../text/nodes';
import { EMPTY } from './parts';
import { file, match, order, point, scale } from './placing';

const things = (...ids: readonly string[]) => ids.map((id) => ({ id, says: says(id.toUpperCase()) }));
const laying = (seed = 'somebody') => ({ random: randomly(seed), drawn: {}, said: (doc: Doc) => doc });
const WORDING = { yes: 'yes', no: 'no' };

describe('pairs', () => {
  const SET = { left: things('a', 'b'), right: things('x', 'y', 'z'), pairs: { a: 'x', b: 'y' } };

  test('each that is right counts, or all of them only together', () => {
    const half = { a: 'x', b: 'z' };
    expect(match.scorer(SET)(half, {})).toEqual({ share: 0.5, how: { rule: 'each', right: 1, wrong: 1, of: 2 } });
    expect(match.scorer({ ...SET, whole: true })(half, {}).share).toBe(0);
    expect(match.scorer({ ...SET, whole: true })(SET.pairs, {}).share).toBe(1);
    expect(match.right(SET, {})).toEqual(SET.pairs);
  });

  test('each pair can be worth something of its own', () => {
    const worth = { entries: { 'a x': 3, 'b y': 1, 'b x': -1 }, otherwise: 0, least: null, most: null };
    const share = (answer: Record<string, string>) => match.scorer({ ...SET, mapping: worth })(answer, {}).share;
    expect([share(SET.pairs), share({ a: 'x' }), share({ a: 'x', b: 'x' })]).toEqual([1, 0.75, 0.5]);
  });

  test('the one side stays as it is set, the other is mixed', () => {
    const orders = Array.from({ length: 40 }, (_, i) => match.asked(SET, laying(`${i}`)));
    expect(new Set(orders.map(({ left }) => left.map(({ id }) => id).join('')))).toEqual(new Set(['ab']));
    expect(new Set(orders.map(({ right }) => right.map(({ id }) => id).join(''))).size).toBe(6);
  });

  test('two that say the same are one to choose from, and either is right', () => {
    const rock = (id: string) => ({ id, says: says('rock') });
    const set = {
      left: things('limpet', 'barnacle', 'crab'),
      right: [rock('r1'), rock('r2'), ...things('sand')],
      pairs: { limpet: 'r1', barnacle: 'r2', crab: 'sand' },
    };
    const offered = match.asked(set, laying()).right.map(({ id }) => id);
    expect([...offered].sort()).toEqual(['r1', 'sand']);
    // What is right is said of what was offered.
    expect(match.right(set, {})).toEqual({ limpet: 'r1', barnacle: 'r1', crab: 'sand' });
    expect(match.scorer(set)({ limpet: 'r1', barnacle: 'r1', crab: 'sand' }, {}).share).toBe(1);
    // As it may have been answered before there was one of each.
    expect(match.scorer(set)({ limpet: 'r2', barnacle: 'r1', crab: 'sand' }, {}).share).toBe(1);
    expect(match.scorer(set)({ limpet: 'sand', barnacle: 'r1', crab: 'r2' }, {}).share).toBeCloseTo(1 / 3);
    expect(match.scorer({ ...set, whole: true })({ limpet: 'r1', barnacle: 'r1', crab: 'sand' }, {}).share).toBe(1);
  });

  test('in words with what was left open', () => {
    expect(match.words(SET, { b: 'y' }, WORDING)).toBe('A – …; B – Y');
    expect(match.tally({ a: 'x', b: 'z' })).toEqual(['a x', 'b z']);
  });

  test.each([
    [{ left: [] }, ['no-choices']],
    [{ right: things('x', 'x') }, ['no-choices']],
    [{ left: [...things('a'), { id: 'b', says: EMPTY }] }, ['empty-thing']],
    [{ pairs: { a: 'x' } }, ['no-right']],
    [{ pairs: { a: 'x', b: 'gone' } }, ['unknown-choice']],
    [{}, []],
  ] as const)('%j lacks %j', (part, unmet) => {
    expect(match.unmet({ ...SET, ...part } as never, new Set())).toEqual(unmet);
  });
});

describe('an order', () => {
  const SET = { items: things('a', 'b', 'c'), rule: 'whole' as 'whole' | 'each', scored: true };

  test('is right as a whole, or by what stands where it should', () => {
    expect(order.scorer(SET)(['a', 'b', 'c'], {}).share).toBe(1);
    expect(order.scorer(SET)(['a', 'c', 'b'], {}).share).toBe(0);
    expect(order.scorer({ ...SET, rule: 'each' })(['a', 'c', 'b'], {}).share).toBeCloseTo(1 / 3);
    expect(order.scorer(SET)(['a', 'b'], {}).share).toBe(0);
    expect(order.scorer({ ...SET, scored: false })(['c', 'b', 'a'], {})).toMatchObject({ how: { rule: 'given' } });
  });

  test('the right order is never what is asked, whoever is asked', () => {
    fc.assert(
      fc.property(fc.string(), (seed) => {
        expect(order.asked(SET, laying(seed)).items.map(({ id }) => id)).not.toEqual(['a', 'b', 'c']);
      }),
    );
    // One thing has no other order.
    expect(order.asked({ ...SET, items: things('a') }, laying()).items).toHaveLength(1);
  });

  test('two that say the same may stand in each other’s place', () => {
    const the = (id: string) => ({ id, says: says('the') });
    const items = [the('t1'), ...things('kite', 'over'), the('t2'), ...things('sea')];
    const said = ['t2', 'kite', 'over', 't1', 'sea'];
    expect(order.scorer({ ...SET, items })(said, {}).share).toBe(1);
    expect(order.scorer({ ...SET, items, rule: 'each' })(said, {}).share).toBe(1);
    expect(order.scorer({ ...SET, items })(['t2', 't1', 'over', 'kite', 'sea'], {}).share).toBe(0);
    // What is laid out is never right because of them.
    const asked = { ...SET, items: [the('t1'), the('t2'), ...things('sea')] };
    for (let i = 0; i < 40; i += 1)
      expect(order.asked(asked, laying(`${i}`)).items.map(({ id }) => id)[2]).not.toBe('sea');
  });

  test('in words by number; what is not scored has nothing that is right', () => {
    expect(order.words({ items: SET.items }, ['b', 'a'], WORDING)).toBe('1. B; 2. A');
    expect(order.right(SET, {})).toEqual(['a', 'b', 'c']);
    expect(order.right({ ...SET, scored: false }, {})).toBeNull();
    expect(order.unmet({ ...SET, items: things('a') }, new Set())).toEqual(['no-choices']);
    expect(order.unmet({ ...SET, items: [...things('a'), { id: 'b', says: EMPTY }] }, new Set())).toEqual([
      'empty-thing',
    ]);
  });
});

describe('a place on a picture', () => {
  const picture = { src: '/map.png', alt: 'A map', width: 400, height: 200 };
  const on = (area: object, x: number, y: number) =>
    point.scorer({ picture, areas: [area] as never })({ x, y }, {}).share === 1;

  test('a circle is round on the picture, however wide that is', () => {
    const circle = { shape: 'circle', x: 0.5, y: 0.5, r: 0.1 };
    // 40 pixels across are a tenth of the width, and 40 down a fifth of the height.
    expect([on(circle, 0.599, 0.5), on(circle, 0.601, 0.5)]).toEqual([true, false]);
    expect([on(circle, 0.5, 0.699), on(circle, 0.5, 0.701)]).toEqual([true, false]);
  });

  test('a box, with its edges', () => {
    const box = { shape: 'box', x: 0.2, y: 0.2, width: 0.3, height: 0.1 };
    expect([on(box, 0.2, 0.2), on(box, 0.5, 0.3), on(box, 0.51, 0.25), on(box, 0.3, 0.31)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  test('an outline that goes in and out', () => {
    const points = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0.5, 0.2],
      [0, 1],
    ].map(([x = 0, y = 0]) => ({ x, y }));
    const outline = { shape: 'outline', points };
    expect([on(outline, 0.5, 0.1), on(outline, 0.1, 0.5), on(outline, 0.9, 0.5), on(outline, 0.5, 0.6)]).toEqual([
      true,
      true,
      true,
      false,
    ]);
  });

  test('what is right lies in the middle of the first of them', () => {
    const right = (area: object) => point.right({ picture, areas: [area] as never }, {});
    expect(right({ shape: 'circle', x: 0.3, y: 0.4, r: 0.1 })).toEqual({ x: 0.3, y: 0.4 });
    expect(right({ shape: 'box', x: 0.2, y: 0.2, width: 0.4, height: 0.2 })).toEqual({
      x: 0.4,
      y: 0.30000000000000004,
    });
    const triangle = [
      { x: 0, y: 0 },
      { x: 0.6, y: 0 },
      { x: 0, y: 0.3 },
    ];
    expect(right({ shape: 'outline', points: triangle })?.x).toBeCloseTo(0.2);
    expect(point.right({ picture, areas: [] }, {})).toBeNull();
    expect(point.scorer({ picture, areas: [] })({ x: 0, y: 0 }, {})).toMatchObject({ how: { rule: 'given' } });
  });

  test('a picture is needed, and what is to be seen in it', () => {
    expect(point.unmet({ picture, areas: [] }, new Set())).toEqual([]);
    expect(point.unmet({ picture: { ...picture, alt: ' ' }, areas: [] }, new Set())).toEqual(['no-picture']);
    expect(
      point.unmet(
        point.initial(() => 'x'),
        new Set(),
      ),
    ).toEqual(['no-picture']);
    expect(point.words({ picture }, { x: 0.256, y: 1 }, WORDING)).toBe('26 % / 100 %');
  });
});

test('a scale has a step that is right, or none; it goes up, and not too far', () => {
  const set = { from: 1, to: 5, fromSays: 'never', toSays: 'always', right: 4 as number | null };
  expect([4, 5].map((answer) => scale.scorer(set)(answer, {}).share)).toEqual([1, 0]);
  expect(scale.scorer({ ...set, right: null })(2, {})).toMatchObject({ share: 1, how: { rule: 'given' } });
  expect(Object.keys(scale.asked(set, laying()))).not.toContain('right');
  expect([
    scale.unmet(set, new Set()),
    scale.unmet({ ...set, to: 1 }, new Set()),
    scale.unmet({ ...set, to: 22 }, new Set()),
  ]).toEqual([[], ['range'], ['range']]);
});

test('photographs are read by a person, or it is enough that they are there', () => {
  const set = file.initial(() => 'x');
  expect(file.scorer(set)(['p'], {})).toMatchObject({ share: null, how: { rule: 'by-a-person' } });
  expect(file.scorer({ ...set, counted: 'given' })(['p'], {}).share).toBe(1);
  expect([1, 20, 0, 21].map((most) => file.unmet({ ...set, most }, new Set()))).toEqual([[], [], ['range'], ['range']]);
});
