import fc from 'fast-check';
import { all, create, type FactoryFunctionMap } from 'mathjs';
import { formula } from './formula';

// Roots of less than nothing are no number for it, too, and nothing complex.
const math = create(all as FactoryFunctionMap, { predictable: true });

// Outside check: the package mathjs evaluates the same texts.
test('a formula is worth what an independent library says', () => {
  const leaf = fc.oneof(
    fc.integer({ min: -9, max: 99 }).map((n) => `(${n})`),
    fc.constantFrom('a', 'b', 'pi'),
  );
  const { tree } = fc.letrec<{ tree: string }>((tie) => ({
    tree: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      leaf,
      fc.tuple(tie('tree'), fc.constantFrom('+', '-', '*', '/'), tie('tree')).map(([x, op, y]) => `(${x} ${op} ${y})`),
      fc.tuple(fc.constantFrom('sqrt', 'abs', 'sin', 'floor', 'exp'), tie('tree')).map(([f, x]) => `${f}(${x})`),
    ),
  }));
  fc.assert(
    fc.property(
      tree.filter((text) => text.length < 200),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 40 }),
      (text, a, b) => {
        const ours = formula(text)?.of({ a, b }) ?? Number.NaN;
        const theirs = math.evaluate(text, { a, b }) as unknown;
        if (typeof theirs !== 'number' || !Number.isFinite(theirs)) expect(Number.isFinite(ours)).toBe(false);
        else expect(Math.abs(ours - theirs)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(theirs)));
      },
    ),
    { numRuns: 300 },
  );
});

test.each([
  ['1/0', Number.POSITIVE_INFINITY],
  ['2^10', 1024],
  // So large that what binary leaves over is more than one.
  ['floor(exp(34))', 583_461_742_527_454],
  ['ceil(-exp(34))', -583_461_742_527_454],
  ['round(2 / 3, 2)', 0.67],
  ['max(a, 3) - e * 0', 5],
  // What reckoning in binary leaves over is neither more nor less.
  ['floor((0.7 + 0.1) * 10)', 8],
  ['ceil(0.1 * 3 * 10)', 3],
  ['floor(0 - sin(pi)) + a', 5],
  ['floor(7.9)', 7],
  ['ceil(7.1)', 8],
] as const)('%s', (text, is) => {
  expect(formula(text)?.of({ a: 5 })).toBe(is);
});

test.each([
  '',
  '2 +',
  'a = 3',
  'f(x) = x',
  '[1, 2]',
  '"text"',
  'import("fs")',
  'process.exit()',
  'a.b',
  '{a: 1}',
  'eval("1")',
  '1; 2',
  'x'.repeat(301),
  `${'('.repeat(60)}1${')'.repeat(60)}`,
])('nothing is made of %s', (text) => {
  expect(formula(text)).toBeNull();
});

test('a name that was not drawn has no value', () => {
  expect(formula('a + b')?.of({ a: 1 })).toBeNaN();
  expect([...(formula('a + b * pi')?.names ?? [])]).toEqual(['a', 'b']);
});
