import { Temporal } from 'temporal-polyfill';
import type { AssignmentId, StepId } from '../ids';
import { type Course, copiedCourse, courseBegan, courseLay, laidWorks, unitAlone } from './course';
import { type AssignmentDraft, type DraftStep, EMPTY_DRAFT } from './draft';

const ZONE = 'Europe/Lisbon';
/** Wall-clock time in the zone, by another implementation (temporal-polyfill 1.0.8). */
const at = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime(ZONE).epochMilliseconds;
const wall = (moment: number) =>
  Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(ZONE).toPlainDateTime().toString().slice(0, 16);
const lesson = (weekday: number, starts: string, ends: string) => ({ weekday, starts, ends });

const reading = (material: string): DraftStep => ({
  id: 'step' as StepId,
  kind: 'read',
  title: 'Read',
  minutes: 5,
  settings: {},
  material,
  starter: null,
});
const work = (id: string, posted: string, brief: Partial<AssignmentDraft>): Course['works'][number] => ({
  id: id as AssignmentId,
  postedAt: at(posted),
  brief: { ...EMPTY_DRAFT, title: id, ...brief },
});
const material = (id: string, unit: string | null, listed: boolean) => ({
  id,
  title: id,
  unit,
  postedAt: at('2027-03-03T08:00'),
  opensAt: null,
  closesAt: null,
  listed,
});

// A class that meets on Tuesdays and Thursdays.
const COURSE: Course = {
  units: [
    { id: 'clouds', title: 'Clouds', startsAt: at('2027-03-02T00:00'), endsAt: at('2027-03-11T00:00') },
    { id: 'wind', title: 'Wind', startsAt: null, endsAt: null },
  ],
  works: [
    work('ladder', '2027-03-02T09:00', { unit: 'clouds', dueAt: at('2027-03-09T09:45'), steps: [reading('inside')] }),
    work('vane', '2027-03-04T11:00', {
      unit: 'wind',
      dueAt: at('2027-03-04T11:45'),
      after: ['ladder' as AssignmentId, 'left out' as AssignmentId],
    }),
    work('log', '2027-03-09T09:00', { unit: 'clouds' }),
  ],
  materials: [material('page', 'clouds', true), material('inside', null, false), material('unused', null, false)],
};
const FROM = { lessons: [lesson(2, '9:00', '9:45'), lesson(4, '11:00', '11:45')] };
const TO = { lessons: [lesson(1, '13:00', '13:45'), lesson(5, '8:30', '9:15')] };

const laid = (first = '2028-03-06') => {
  const lay = courseLay(COURSE, FROM, TO, first, ZONE);
  if (!lay) throw new Error('it is not laid');
  return lay;
};
const ids = () => {
  let n = 0;
  return () => {
    n += 1;
    return `new${n}`;
  };
};
const ALL = new Set(COURSE.works.map(({ id }) => id));

test('a course began with whatever in it came first', () => {
  expect(wall(courseBegan(COURSE) ?? 0)).toBe('2027-03-02T00:00');
  const early = { ...COURSE, works: [work('x', '2027-03-02T09:00', { opensAt: at('2027-02-26T10:00') })] };
  expect(wall(courseBegan(early) ?? 0)).toBe('2027-02-26T10:00');
  // What stands in no list says nothing of when it began.
  expect(courseBegan({ units: [], works: [], materials: [material('inside', null, false)] })).toBeNull();
  expect(courseBegan({ units: [], works: [], materials: [] })).toBeNull();
});

test('by its lessons it is laid into those of another class and another year', () => {
  const lay = laid();
  // Monday 6 March 2028 has the first lesson of the other class, Friday 10 the second, Monday 13 the third.
  expect(['2027-03-02T09:00', '2027-03-04T11:45', '2027-03-09T09:45'].map((text) => wall(lay(at(text))))).toEqual([
    '2028-03-06T13:00',
    '2028-03-10T09:15',
    '2028-03-13T13:45',
  ]);
});

test.each(['', 'soon', '2028-02-30', '06/03/2028'])('“%s” is no day to begin on', (first) => {
  expect(courseLay(COURSE, FROM, TO, first, ZONE)).toBeNull();
});

test('a course without any time is not laid', () => {
  expect(courseLay({ units: [], works: [], materials: [] }, FROM, TO, '2028-03-06', ZONE)).toBeNull();
});

test('what would come of it is told in the order of the new times, and without a due time by when it is posted', () => {
  const told = laidWorks(COURSE, laid());
  expect(told.map(({ id, postedAt, dueAt }) => [id, wall(postedAt), dueAt === null ? null : wall(dueAt)])).toEqual([
    ['vane', '2028-03-10T08:30', '2028-03-10T09:15'],
    ['log', '2028-03-13T13:00', null],
    ['ladder', '2028-03-06T13:00', '2028-03-13T13:45'],
  ]);
  expect(wall(told[0]?.was.dueAt ?? 0)).toBe('2027-03-04T11:45');
});

test('one unit alone takes along what stands in it, and what a step may open', () => {
  const { units, works, materials } = unitAlone(COURSE, 'clouds');
  expect(units.map(({ id }) => id)).toEqual(['clouds']);
  expect(works.map(({ id }) => id)).toEqual(['ladder', 'log']);
  expect(materials.map(({ id }) => id)).toEqual(['page', 'inside', 'unused']);
});

describe('copied', () => {
  const NOW = at('2028-01-10T12:00');
  const copy = copiedCourse(COURSE, ALL, laid(), ids(), NOW);

  test('everything has ids of its own, and stands where it stood', () => {
    const [clouds, wind] = copy.units;
    expect(copy.units.map(({ of, title }) => [of, title])).toEqual([
      ['clouds', 'Clouds'],
      ['wind', 'Wind'],
    ]);
    expect(copy.works.map(({ draft }) => draft.unit)).toEqual([clouds?.id, wind?.id, clouds?.id]);
    const all = [...copy.units, ...copy.works].map(({ id }) => String(id));
    expect(new Set(all).size).toBe(all.length);
    expect(all.every((id) => id.startsWith('new'))).toBe(true);
    expect(wall(clouds?.startsAt ?? 0)).toBe('2028-03-06T00:00');
    expect(wind?.startsAt).toBeNull();
  });

  test('of what stands in no list only that comes which a step opens, and at once', () => {
    expect(copy.materials.map(({ from, listed }) => [from, listed])).toEqual([
      ['page', true],
      ['inside', false],
    ]);
    expect(copy.materials[1]?.postedAt).toBe(NOW);
    expect(copy.works[0]?.draft.steps[0]?.material).toBe(copy.materials[1]?.to);
  });

  test('work waits for the same work as before, where that comes along', () => {
    expect(copy.works[1]?.draft.after).toEqual([copy.works[0]?.id]);
    const alone = copiedCourse(COURSE, new Set(['vane' as AssignmentId]), laid(), ids(), NOW);
    expect(alone.works.map(({ draft }) => draft.after)).toEqual([[]]);
    expect(alone.materials.map(({ from }) => from)).toEqual(['page']);
  });
});
