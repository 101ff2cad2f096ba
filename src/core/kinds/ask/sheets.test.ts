import { readyCheck } from '../../asks/ready-check';
import { newThing } from '../../documents/pages-document';
import type { Box } from '../../pages/given';
import { type PagesContent, pagesText, unwritten } from '../document/pages';
import { partText } from '../document/part';
import type { Ask } from '.';

const box = (id: string, y: number): Box => ({
  id,
  sheet: 'one',
  x: 10,
  y,
  w: 100,
  h: 40,
  name: '',
  takes: 'words',
  options: [],
  field: null,
});
const SHEET = { width: 595, height: 842, page: null, ruling: 'blank' } as const;
const GIVEN = unwritten({
  file: null,
  sheets: [
    { id: 'one', ...SHEET },
    { id: 'two', ...SHEET },
  ],
  boxes: [box('a', 10), box('b', 90)],
});
const ask = (kind: 'boxes' | 'sheets' | 'working', place: string | null = null): Ask =>
  ({ id: 'x', place, bars: false, kind, min: 1, max: null }) as unknown as Ask;
const stroke = (sheet: string) => newThing('line', { id: `l${sheet}`, sheet, x: 1, y: 1, ink: 'blue', at: 1 });

const check = (content: Partial<PagesContent>, asks: Ask[]) =>
  readyCheck({ asks, doc: pagesText({ ...GIVEN, ...content }), starter: pagesText(GIVEN), locale: 'en' });
const finding = (content: Partial<PagesContent>, one: Ask) => check(content, [one]).findings[0];

test('every box filled: those that are empty are named by their number', () => {
  expect(finding({ filled: { a: 'x' } }, ask('boxes'))).toMatchObject({ result: 'unmet', details: ['2'] });
  expect(finding({ filled: { a: 'x', b: 'y' } }, ask('boxes'))).toMatchObject({ result: 'met', details: [] });
  // What is drawn beside a box does not fill it.
  expect(finding({ things: [stroke('one')] }, ask('boxes'))).toMatchObject({ result: 'unmet', details: ['1', '2'] });
});

test('posts of a discussion are no boxes', () => {
  const doc = partText({ posts: [{ id: 'p', number: 1, at: 1, doc: { type: 'doc' }, to: null }] });
  const [found] = readyCheck({ asks: [ask('boxes')], doc, starter: null, locale: 'en' }).findings;
  expect(found).toMatchObject({ result: 'unmet', details: [] });
});

test('sheets written on are counted by what is put beside the boxes', () => {
  expect(finding({ filled: { a: 'x' } }, ask('sheets'))).toMatchObject({ found: 0, result: 'unmet' });
  expect(finding({ things: [stroke('one'), stroke('two')] }, ask('sheets'))).toMatchObject({ found: 2, result: 'met' });
});

test('that the working is shown is only ever advice: a reckoning, two lines or a drawing show it', () => {
  const of = (words: string) => finding({ filled: { a: words } }, ask('working', 'a'))?.result;
  expect(of('28 minutes')).toBe('advice');
  expect(of('')).toBe('advice');
  expect(of('3.4 : 7.4 = 0.46 h')).toBe('met');
  expect(of('first the way\nthen the time')).toBe('met');
  expect(finding({ filled: { a: '28' }, things: [stroke('one')] }, ask('working', 'a'))?.result).toBe('met');
});

test('an untouched sheet is known as one, also where it has nothing but a picture to draw on; a stroke is something', () => {
  const bare = { ...GIVEN, boxes: [] };
  const of = (content: PagesContent) =>
    readyCheck({ asks: [], doc: pagesText(content), starter: pagesText(bare), locale: 'en' }).untouched;
  expect(of(bare)).toBe(true);
  expect(of({ ...bare, things: [stroke('one')] })).toBe(false);
  expect(check({}, []).untouched).toBe(true);
  expect(check({ filled: { a: 'South.' } }, []).untouched).toBe(false);
  // What is put beside boxes is no answer to any.
  expect(check({ things: [stroke('one')] }, []).answers.map(({ id, answered }) => [id, answered])).toEqual([
    ['a', false],
    ['b', false],
  ]);
});
