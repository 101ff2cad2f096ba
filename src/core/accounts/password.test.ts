import { dictionary } from '@zxcvbn-ts/language-common';
import { passwordProblem } from './password';

// The list of common passwords of the package @zxcvbn-ts/language-common (MIT), which comes from published leaks.
const common = new Set(dictionary['passwords-common']);
const problem = (password: string) =>
  passwordProblem(password, ['imke.a', 'Imke Aalders', 'Imke A.'], (one) => common.has(one));

test.each([
  ['short', 'too-short'],
  ['password', 'common'],
  ['PassWord1', 'common'],
  ['  password1  ', 'common'],
  ['aaaaaaaaaa', 'common'],
  ['12121212', 'common'],
  ['imkeaalders', 'like-the-name'],
  ['Imke Aalders 07', 'like-the-name'],
  ['kite and string', null],
  ['seven grey gulls', null],
  ['ريح غربية قوية', null],
  ['𝒜ℬ𝒞𝒟', 'too-short'],
])('%s: %s', (password, found) => {
  expect(problem(password)).toBe(found);
});

test('the most common passwords that are long enough are all refused', () => {
  const long = [...common].filter((one) => one.length >= 8).slice(0, 3000);
  expect(long).toHaveLength(3000);
  expect(long.filter((one) => problem(one) === null)).toEqual([]);
});
