import { readFileSync } from 'node:fs';
import { boundaries, countSentences, countWords } from './counting';

/**
 * The test files of Unicode Standard Annex #29, version 15.0, as Debian's package `unicode-data` installs
 * them. Each line is a text with ÷ at every boundary and × at every other place.
 */
function unicodeCases(file: string): { text: string; ends: number[]; line: string }[] {
  return readFileSync(`/usr/share/unicode/auxiliary/${file}`, 'utf8')
    .split('\n')
    .map((line) => line.split('#')[0]?.trim() ?? '')
    .filter((line) => line !== '')
    .map((line) => {
      let text = '';
      const ends: number[] = [];
      for (const part of line.split(/\s+/)) {
        if (part === '÷') {
          if (text !== '') ends.push(text.length);
        } else if (part !== '×') text += String.fromCodePoint(Number.parseInt(part, 16));
      }
      return { text, ends, line };
    });
}

describe('against the test files of UAX #29', () => {
  test('sentence boundaries agree in every case', () => {
    const cases = unicodeCases('SentenceBreakTest.txt');
    expect(cases.length).toBeGreaterThan(500);
    const wrong = cases.filter(({ text, ends }) => boundaries(text, 'sentence').join() !== ends.join());
    expect(wrong.map(({ line }) => line)).toEqual([]);
  });

  test('word boundaries agree but for U+2701 after a joiner, whose class changed between versions of the data', () => {
    const cases = unicodeCases('WordBreakTest.txt');
    expect(cases.length).toBeGreaterThan(1800);
    const wrong = cases.filter(({ text, ends }) => boundaries(text, 'word').join() !== ends.join());
    expect(wrong.filter(({ line }) => !line.includes('2701')).map(({ line }) => line)).toEqual([]);
    expect(wrong.length).toBeLessThanOrEqual(2);
  });
});

describe('words', () => {
  test.each([
    ['', 'en', 0],
    ['   \n ', 'en', 0],
    ['The ferry sails.', 'en', 3],
    ['It’s half-past three — or 3.30?', 'en', 6],
    ['ذهبت السفينة إلى الميناء.', 'ar', 4],
    ['👩‍🚀 ⛵', 'en', 0],
  ])('%j has %s words', (text, locale, words) => {
    expect(countWords(text, locale)).toBe(words);
  });

  test('scripts without spaces have words, too', () => {
    expect(countWords('海は広い', 'ja')).toBeGreaterThan(1);
  });
});

describe('sentences', () => {
  test.each([
    ['', 0, false],
    ['I can see a grey sheet and', 1, true],
    ['It is easy. I remember it.', 2, false],
    ['He said “no.”', 1, false],
    ['Is it? Yes! It is…', 3, false],
    ['...', 0, false],
    ['هل تبحر السفينة؟ نعم.', 2, false],
    ['One line\nand another.', 2, false],
    // A capital that was forgotten does not make one sentence of two; an abbreviation ends none.
    ['It was grey. the dog ran home.', 2, false],
    ['Ropes, sails, etc. are on board.', 1, false],
    ['At 3 p.m. we left, i.e. late.', 1, false],
  ])('%j has %i, open end %s', (text, sentences, openEnd) => {
    expect(countSentences(text, 'en')).toEqual({ sentences, openEnd });
  });
});
