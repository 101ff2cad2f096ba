import type { Area } from './geometry';
import { likelyBoxes, type PrintedWords, saysWhere } from './likely-boxes';

const PAGE = { width: 595, height: 842 };
const line = (text: string, x: number, y: number, h = 11): PrintedWords => ({ text, x, y, w: text.length * 5, h });
const area = (x: number, y: number, w: number, h: number): Area => ({ x, y, w, h });
const found = (frames: Area[], words: PrintedWords[], drawn: Area[] = []) =>
  likelyBoxes(PAGE, { frames, drawn }, words);

test('words that only say where to write are told from what is asked', () => {
  for (const says of [
    'Write your answer here',
    'Type here',
    'Your answer',
    'Answer here …',
    'Please write your thoughts here',
    'اكتب إجابتك هنا',
    'إجابتك هنا',
  ])
    expect([says, saysWhere(says)]).toEqual([says, true]);
  for (const asks of [
    'Write your name and your address',
    'What is your answer to the captain?',
    'Here',
    'Draw the three bearings',
    'My boat',
    '',
    '___',
    'The text below',
  ])
    expect([asks, saysWhere(asks)]).toEqual([asks, false]);
});

test('an empty frame is a box, asked by the lines above it without their number', () => {
  const words = [
    line('Sheet one', 40, 30, 20),
    line('2 What does the small', 40, 100),
    line('triangle tell you?', 40, 114),
  ];
  expect(found([area(40, 135, 300, 80)], words)).toEqual([
    { x: 40, y: 135, w: 300, h: 80, name: 'What does the small triangle tell you?', takes: 'words' },
  ]);
});

test('what stands before a frame on its line asks, where nothing stands above', () => {
  expect(found([area(150, 100, 200, 20)], [line('Which pool', 50, 104)])[0]?.name).toBe('Which pool');
});

test('a frame with words, a picture or another frame in it is none, nor is one around the page', () => {
  const frame = area(40, 100, 300, 100);
  expect(found([frame], [line('A limpet is', 60, 120)])).toEqual([]);
  expect(found([frame], [], [area(60, 110, 80, 60)])).toEqual([]);
  expect(found([frame, area(60, 120, 100, 40)], []).map(({ x }) => x)).toEqual([60]);
  expect(found([area(20, 20, 555, 800)], [])).toEqual([]);
  expect(found([area(40, 100, 30, 10)], [])).toEqual([]);
});

test('a frame in which only stands where to write is a box; so are such words by themselves', () => {
  expect(found([area(40, 100, 300, 100)], [line('Write your answer here', 52, 110)])).toMatchObject([{ h: 100 }]);
  const [told] = found([], [line('Why?', 40, 80), line('Write your answer here', 40, 100)]);
  expect(told).toMatchObject({ x: 40, y: 100, name: 'Why?', takes: 'words' });
});

test('a frame that is drawn twice is one box', () => {
  expect(found([area(40, 100, 300, 100), area(41, 101, 299, 99)], [])).toHaveLength(1);
});

test('a small square with words right beside it is ticked', () => {
  const square = area(40, 100, 12, 12);
  expect(found([square], [line('I counted from north', 58, 100)])).toEqual([
    { ...square, name: 'I counted from north', takes: 'tick' },
  ]);
  expect(found([square], [line('far away', 300, 100)])).toEqual([]);
  expect(found([area(40, 100, 12, 40)], [line('beside', 58, 110)])).toEqual([]);
});
