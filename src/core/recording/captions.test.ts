import { readVtt } from '../formats/webvtt';
import { captionLines, captionsOf, cuesOf, LONGEST_LINE } from './captions';

const line = (at: number, words: string) => ({ at, words });

test('a line stands until the next one begins, the last until the end', () => {
  expect(cuesOf([line(0, 'We flew it'), line(2.5, 'over the pier.')], 6)).toEqual([
    { from: 0, to: 2.5, words: 'We flew it' },
    { from: 2.5, to: 6, words: 'over the pier.' },
  ]);
});

test('lines may come in any order, and what has no words is left out', () => {
  expect(cuesOf([line(4, ' second '), line(2, '  '), line(1, 'first')], 9)).toEqual([
    { from: 1, to: 4, words: 'first' },
    { from: 4, to: 9, words: 'second' },
  ]);
});

test('words do not stand for ever, and never shorter than they can be read', () => {
  expect(cuesOf([line(0, 'then the wind'), line(60, 'came')], null)).toEqual([
    { from: 0, to: 12, words: 'then the wind' },
    { from: 60, to: 64, words: 'came' },
  ]);
  // At the end, and two at once.
  expect(cuesOf([line(5, 'the end')], 5)).toEqual([{ from: 5, to: 5.5, words: 'the end' }]);
  expect(cuesOf([line(1, 'both'), line(1, 'speak'), line(3, 'on')], 4).map(({ from, to }) => [from, to])).toEqual([
    [1, 3],
    [1, 3],
    [3, 4],
  ]);
});

test('what is kept can be read again; of no words nothing is kept', () => {
  const kept = captionsOf([line(0, 'Fish & <chips>'), line(1.25, 'مرحبا')], 3);
  expect(readVtt(kept ?? '').map(({ from, words }) => line(from, words))).toEqual([
    line(0, 'Fish & <chips>'),
    line(1.25, 'مرحبا'),
  ]);
  expect(captionsOf([line(0, ' ')], 3)).toBeNull();
});

test('a line that is too long, or before the beginning, is none', () => {
  expect(captionLines.safeParse([line(0, 'a'.repeat(LONGEST_LINE))]).success).toBe(true);
  expect(captionLines.safeParse([line(0, 'a'.repeat(LONGEST_LINE + 1))]).success).toBe(false);
  expect(captionLines.safeParse([line(-1, 'a')]).success).toBe(false);
  expect(captionLines.safeParse([line(Number.POSITIVE_INFINITY, 'a')]).success).toBe(false);
});
