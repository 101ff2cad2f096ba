import { distance } from './distance';

// Worked examples of the literature: kitten to sitting is 3, Saturday to Sunday is 3; a swap of neighbours is one slip.
test.each([
  ['kitten', 'sitting', 3],
  ['saturday', 'sunday', 3],
  ['harbuor', 'harbour', 1],
  ['barnacel', 'barnacle', 1],
  ['ca', 'abc', 3],
  ['', 'abc', 3],
  ['same', 'same', 0],
  ['ميناء', 'مينا', 1],
])('%s and %s are %d apart', (a, b, slips) => {
  expect(distance(a, b)).toBe(slips);
  expect(distance(b, a)).toBe(slips);
  for (const most of [1, 2, 3]) {
    const bounded = distance(a, b, most);
    expect(slips <= most ? bounded === slips : bounded > most).toBe(true);
  }
});
