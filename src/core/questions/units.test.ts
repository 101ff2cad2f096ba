import { all, create, type FactoryFunctionMap } from 'mathjs';
import { converted, UNIT_SIGNS, unitSign } from './units';

const math = create(all as FactoryFunctionMap, {});

/** The same units under the names that the library knows. */
const NAMES: Readonly<Record<string, string>> = {
  in: 'inch',
  ft: 'ft',
  yd: 'yd',
  mi: 'mi',
  'm²': 'm2',
  'cm²': 'cm2',
  'mm²': 'mm^2',
  'km²': 'km^2',
  ha: 'hectare',
  'm³': 'm3',
  'cm³': 'cm^3',
  'dm³': 'dm^3',
  t: 'tonne',
  lb: 'lbm',
  oz: 'ounce',
  min: 'minute',
  h: 'hour',
  d: 'day',
  'km/h': 'km/h',
  mph: 'mi/h',
  '°': 'deg',
  '°C': 'degC',
  '°F': 'degF',
  mbar: 'mbar',
  kWh: 'kWh',
};
/** What the library has no unit for, or none of the same meaning. */
const UNKNOWN = new Set(['nmi', 'kn', 'kcal', '%', 'L', 'K']);

const known = UNIT_SIGNS.filter((sign) => !UNKNOWN.has(sign));

// Outside check: the units of the package mathjs.
test('conversions agree with an independent library, all against all', () => {
  let compared = 0;
  for (const from of known)
    for (const to of known) {
      const ours = converted(2.5, from, to);
      let theirs: number | null = null;
      try {
        theirs = math.unit(2.5, NAMES[from] ?? from).toNumber(NAMES[to] ?? to);
      } catch {
        theirs = null;
      }
      if (ours === null) continue;
      expect([from, to, theirs !== null && Math.abs(ours - theirs) <= 1e-9 * Math.max(1, Math.abs(theirs))]).toEqual([
        from,
        to,
        true,
      ]);
      compared += 1;
    }
  expect(compared).toBeGreaterThan(200);
});

// NIST Special Publication 811 (2008), appendix B.8 and B.9: exact factors, from memory.
test.each([
  [1, 'nmi', 'm', 1852],
  [1, 'kn', 'km/h', 1.852],
  [1, 'ft', 'm', 0.3048],
  [1, 'lb', 'kg', 0.45359237],
  [212, '°F', '°C', 100],
  [-40, '°C', '°F', -40],
  [0, '°C', 'K', 273.15],
  [1, 'atm', 'Pa', 101_325],
  [1, 'kcal', 'J', 4184],
] as const)('%d %s is so many %s', (amount, from, to, is) => {
  expect(converted(amount, from, to)).toBeCloseTo(is, 9);
});

test('names are known in any case, signs as they are; what measures something else is not turned', () => {
  expect(['Metres', 'sea miles', 'm', 'knots', 'KT', 'litre', 'parsec'].map(unitSign)).toEqual([
    'm',
    'nmi',
    'm',
    'kn',
    'kn',
    'l',
    null,
  ]);
  expect(unitSign('M')).toBeNull();
  expect(converted(1, 'kg', 'm')).toBeNull();
});
