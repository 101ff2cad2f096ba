import { heard, isEnough, knotsOf, leftOf, secondsOf, type Take } from './take';

const take = (...seconds: readonly number[]): Take => ({
  stretches: seconds.map((n, i) => ({ id: `${i}`, seconds: n })),
});
const BOUNDS = { least: 60, most: 120 };

test('a take is as long as its stretches, and what runs counts with them', () => {
  expect(secondsOf(take(20, 28))).toBe(48);
  expect(leftOf(take(20, 28), 0, BOUNDS)).toBe(72);
  expect(leftOf(take(100), 30, BOUNDS)).toBe(0);
  expect([isEnough(take(20, 28), 11, BOUNDS), isEnough(take(20, 28), 12, BOUNDS)]).toEqual([false, true]);
});

test('a knot lies at the beginning and after each stretch, and none beyond the end', () => {
  expect(knotsOf(take(30, 30, 90), BOUNDS)).toEqual([0, 0.25, 0.5, 1]);
});

/** A tone of so many decibels below full scale: a sine's mean square is half of its peak's. */
const tone = (decibels: number) =>
  Float32Array.from(
    { length: 4800 },
    (_, i) => Math.SQRT2 * 10 ** (decibels / 20) * Math.sin((2 * Math.PI * 440 * i) / 48_000),
  );

test.each([
  [-70, 'silent'],
  [-45, 'quiet'],
  [-20, 'well'],
  [-2, 'loud'],
] as const)('a tone of %i dB is heard as %s', (decibels, as) => {
  expect(heard(tone(decibels)).heard).toBe(as);
});

test('the level grows with the sound and stays between nothing and all', () => {
  const levels = [-90, -50, -30, -10].map((decibels) => heard(tone(decibels)).level);
  expect(levels).toEqual([...levels].sort((a, b) => a - b));
  expect(heard(new Float32Array(0))).toEqual({ level: 0, heard: 'silent' });
});
