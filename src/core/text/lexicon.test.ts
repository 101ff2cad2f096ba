import { forEverybody, holdsAny, isLabelledCoarse, type Meaning } from './lexicon';

const COARSE = new Set(['blast', 'blue thing']);
// Made up, in the form of a data file: offset, file, kind, words, pointers, gloss.
const line = (gloss: string, pointers = '001 @ 00001740 n 0000') => `00000001 03 n 01 thing 0 ${pointers} | ${gloss}`;
const meaning = (says: string, more: Partial<Meaning> = {}): Meaning => ({
  word: 'thing',
  kind: 'noun',
  says,
  examples: [],
  also: [],
  ...more,
});
const found = (says: string, count: number, more: Partial<Meaning> = {}, pointers?: string) => ({
  meaning: meaning(says, more),
  dataLine: line(says, pointers),
  count,
});

test('a word is found as a whole, and so are two that belong together', () => {
  expect(holdsAny('a Blast of wind', COARSE)).toBe(true);
  expect(holdsAny('sandblasted', COARSE)).toBe(false);
  expect(holdsAny('the blue  thing there', COARSE)).toBe(true);
  expect(holdsAny('a blue sky and a thing', COARSE)).toBe(false);
  expect(holdsAny('', COARSE)).toBe(false);
});

test.each([
  ['(ethnic slur) somebody from there', true],
  ['an offensive term for somebody', true],
  ['obscene words for a part of the body', true],
  ['(slang) a derogatory name', true],
  ['the action of going against the other team; "the offensive went on"', false],
  ['a term of the trade; "an offensive smell"', false],
  ['lacking refinement or good taste', false],
])('the lexicon’s own words: %s', (gloss, coarse) => {
  expect(isLabelledCoarse(line(gloss))).toBe(coarse);
});

test('the lexicon’s own pointers count, whatever its gloss says', () => {
  expect(isLabelledCoarse(line('somebody', '002 @ 00001740 n 0000 ;u 06731706 n 0000'))).toBe(true);
  expect(isLabelledCoarse(line('somebody', '002 @ 06731706 n 0000 ;c 07139048 n 0000'))).toBe(false);
});

describe('for everybody', () => {
  test('the most usual first; what is counted alike stays in its order', () => {
    const says = forEverybody([found('one', 2), found('two', 9), found('three', 2), found('four', 0)], COARSE);
    expect(says.map((one) => one.says)).toEqual(['two', 'one', 'three', 'four']);
  });

  test('what cannot be said without a coarse word is left out, and so are such words beside the others', () => {
    const shown = forEverybody(
      [
        found('a blast of something', 9),
        found('a calm thing', 1, { also: ['blast', 'matter'], examples: ['What a blast!', 'A thing of beauty'] }),
      ],
      COARSE,
    );
    expect(shown).toEqual([meaning('a calm thing', { also: ['matter'], examples: ['A thing of beauty'] })]);
  });

  test('a meaning that is never used and has a coarse word beside it goes, unless it is the only one', () => {
    const rare = found('a bird', 0, { also: ['blast'] });
    expect(forEverybody([rare, found('a calm thing', 0)], COARSE).map(({ says }) => says)).toEqual(['a calm thing']);
    expect(forEverybody([rare], COARSE)).toEqual([meaning('a bird')]);
    const used = found('a bird', 3, { also: ['blast'] });
    expect(forEverybody([used, found('a calm thing', 0)], COARSE)).toHaveLength(2);
  });

  test('a labelled meaning goes alone, unless the word itself is coarse: then nothing is left', () => {
    const both = (word: string) => [found('an offensive term', 9, { word }), found('a calm thing', 1, { word })];
    expect(forEverybody(both('thing'), COARSE).map(({ says }) => says)).toEqual(['a calm thing']);
    expect(forEverybody(both('blast'), COARSE)).toEqual([]);
    expect(forEverybody([], COARSE)).toEqual([]);
  });
});
