import { lookedUp } from './looked-up';

test.each([
  ['ladder', 'ladder'],
  [' ladder. ', 'ladder'],
  ['“Ladders!”', 'Ladders'],
  ['sea level', 'sea level'],
  ["sailor's", "sailor's"],
  ['well-known', 'well-known'],
  ['(went', 'went'],
  ['façade', 'façade'],
])('of %p the lexicon is asked for %p', (selected, word) => expect(lookedUp(selected)).toBe(word));

test.each([
  ['nothing', ''],
  ['signs alone', ' … '],
  ['a number', '1968'],
  ['a sentence', 'The ladder of the wind is long.'],
  ['a long run', 'x'.repeat(5000)],
  ['another script', 'سلّم'],
  ['an address', 'https://tides.example.org'],
  ['part of a formula', 'x^2'],
  ['one letter', 'x'],
])('%s is no word', (_, selected) => expect(lookedUp(selected)).toBeNull());
