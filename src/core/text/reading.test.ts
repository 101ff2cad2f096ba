import { dictionary } from 'cmu-pronouncing-dictionary';
import { flesch } from 'flesch';
import { fleschKincaid } from 'flesch-kincaid';
import type { DocNode } from './document-json';
import { countSyllables, easeOf, fleschEase, measureReading, readingMinutes, schoolYears } from './reading';

const text = (words: string): DocNode => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
});

// Checked against the packages `flesch` and `flesch-kincaid`, which were written by others from the same papers.
test.each([
  [30, 120, 168],
  [1, 1, 1],
  [12, 300, 512],
  [7, 84, 99],
])(
  'ease and years agree with independent implementations: %d sentences, %d words, %d syllables',
  (sentences, words, syllables) => {
    const counts = { sentences, words, syllables };
    expect(fleschEase(counts)).toBeCloseTo(flesch({ sentence: sentences, word: words, syllable: syllables }), 9);
    expect(schoolYears(counts)).toBeCloseTo(
      fleschKincaid({ sentence: sentences, word: words, syllable: syllables }),
      9,
    );
  },
);

test('syllables agree with the CMU Pronouncing Dictionary for nine words of ten', () => {
  const words = Object.entries(dictionary).filter(([word]) => /^[a-z]{2,}$/.test(word));
  let same = 0;
  let asked = 0;
  for (let i = 0; i < words.length; i += 11) {
    const [word, sounds] = words[i] as [string, string];
    // In the dictionary every vowel carries a digit for its stress: so many digits, so many syllables.
    asked += 1;
    if (countSyllables(word) === (sounds.match(/\d/g) ?? []).length) same += 1;
  }
  expect(asked).toBeGreaterThan(9000);
  expect(same / asked).toBeGreaterThan(0.9);
});

test('what is not a word has no syllables, and a word with an apostrophe is one word', () => {
  expect(countSyllables('12, 4 — !')).toBe(0);
  expect(countSyllables('it’s')).toBe(1);
  expect(countSyllables('harbour lantern')).toBe(4);
});

test('the steps of ease are those of Flesch’s table', () => {
  expect([95, 90, 75, 65, 45, 20].map(easeOf)).toEqual([
    'very-easy',
    'very-easy',
    'easy',
    'plain',
    'hard',
    'very-hard',
  ]);
});

test('an adult’s published rate of 238 words a minute, slowed to a pupil’s, and longer in Arabic', () => {
  expect(readingMinutes(0, 'en')).toBe(0);
  expect(readingMinutes(20, 'en-GB')).toBe(1);
  expect(readingMinutes(1900, 'en')).toBe(Math.round(1900 / (238 * (146 / 183))));
  expect(readingMinutes(1900, 'ar')).toBeGreaterThan(readingMinutes(1900, 'en'));
});

describe('a text', () => {
  const easy = 'The cat sat on the mat. It saw a bird. The bird sat in a tree. '.repeat(4);
  const hard =
    'Notwithstanding considerable meteorological uncertainty, experienced navigators consistently anticipated deteriorating atmospheric conditions by systematically interpreting characteristic cirriform configurations accumulating throughout successive observational intervals before eventual precipitation. ';

  test('is easy or hard, from about an age', () => {
    expect(measureReading(text(easy), 'en')).toMatchObject({ ease: 'very-easy', age: 6 });
    expect(measureReading(text(hard + hard), 'en')).toMatchObject({ ease: 'very-hard', age: 18 });
  });

  test('is as long and as hard as its words: what draws a formula is not read', () => {
    const formula = { type: 'formula', attrs: { tex: 'internationalisation + incomprehensibility' } } as const;
    const drawn = { type: 'paragraph', content: [{ type: 'text', text: easy }, formula] } as const;
    expect(measureReading({ type: 'doc', content: [drawn] }, 'en')).toEqual(measureReading(text(easy), 'en'));
  });

  test('that is short, or in a language without a formula, is not judged', () => {
    expect(measureReading(text('Only a few words.'), 'en').ease).toBeNull();
    expect(measureReading(text('كلمة '.repeat(60)), 'ar')).toMatchObject({ words: 60, ease: null, age: null });
  });
});
