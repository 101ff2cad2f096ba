import { Temporal } from 'temporal-polyfill';
import type { StepId } from '../ids';
import { answerPlaces } from '../text/document-json';
import { copied } from './copied';
import { type AssignmentDraft, EMPTY_DRAFT } from './draft';
import { layer } from './laying';

const ZONE = 'Europe/Lisbon';
const lesson = (weekday: number, starts: string, ends: string) => ({ weekday, starts, ends });
/** Wall-clock time in the zone, by another implementation (temporal-polyfill 1.0.8). */
const at = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime(ZONE).epochMilliseconds;

// From Tuesday 2 March 2027; into a class from Monday 22 March, over the change to summer time on the 28th.
const from = { lessons: [lesson(2, '9:00', '9:45'), lesson(4, '11:00', '11:45')], from: at('2027-03-02T08:00') };
const to = { lessons: [lesson(1, '13:00', '13:45'), lesson(5, '8:30', '9:15')], from: at('2027-03-22T08:00') };

test('a copy has ids of its own, keeps what is asked at its places, and leaves behind what is of the first class', () => {
  const draft: AssignmentDraft = {
    ...EMPTY_DRAFT,
    title: 'A letter',
    unit: 'unit-1',
    after: ['other' as never],
    groups: [['p' as never]],
    dueAt: at('2027-03-04T11:45'),
    steps: [
      {
        id: 'read' as StepId,
        kind: 'read',
        title: 'Read',
        minutes: 5,
        settings: {},
        material: 'm1',
        starter: null,
      },
      {
        id: 'write' as StepId,
        kind: 'write',
        title: 'Write',
        minutes: 5,
        settings: { tools: 'all' },
        material: null,
        starter: { type: 'doc', content: [{ type: 'answer', attrs: { id: 'p1' }, content: [{ type: 'paragraph' }] }] },
      },
    ],
    asks: [
      { id: 'a1', place: 'p1', bars: false, kind: 'answered' },
      { id: 'a2', place: null, bars: false, kind: 'words', min: 5, max: null },
    ],
    rubric: [{ id: 'c1', title: 'Clear', points: 5, levels: [] }],
  };
  let n = 0;
  const newId = () => {
    n += 1;
    return `new${n}`;
  };
  const copy = copied(draft, { lay: layer(from, to, ZONE), materials: new Map([['m1', 'm9']]), newId });
  const ids = [...copy.steps, ...copy.asks, ...copy.rubric].map(({ id }) => id);
  expect(ids.every((id) => id.startsWith('new'))).toBe(true);
  expect(new Set(ids).size).toBe(ids.length);
  const [place] = answerPlaces(copy.steps[1]?.starter ?? { type: 'doc' });
  expect(copy.asks.map((ask) => ask.place)).toEqual([place?.id, null]);
  expect(copy).toMatchObject({ unit: null, after: [], groups: [], dueAt: at('2027-03-26T09:15') });
  expect(copy.steps[0]?.material).toBe('m9');
  // What is not taken along is missing, and not another class's.
  const without = copied(draft, { lay: layer(from, to, ZONE), own: { unit: 'unit-2' }, materials: new Map(), newId });
  expect(without.steps[0]?.material).toBeNull();
  expect(without.unit).toBe('unit-2');
});
