import { addressOf } from '@/core/places';
import { measureReading } from '@/core/text/reading';
import { STATES } from '@/core/work/standing';
import type { Lesson } from '@/store/classes';
import { Timetable } from './class-line/timetable';
import { useRoom } from './common/room';
import { GUIDES, guideAt } from './help/guides';
import { ReadingLine } from './material/reading-line';
import { columnName } from './material/sheet-view';
import { rendered, words } from './rendered';
import { Welcome } from './today/welcome';
import { placeOf } from './work/work-address';

const lesson = (weekday: number, number: number, name: string): Lesson => ({
  class_id: name.toLowerCase() as Lesson['class_id'],
  class_name: name,
  weave: 'waves',
  room: '5',
  weekday,
  number,
  starts: `${7 + number}:30`,
  ends: `${8 + number}:15`,
});

describe('the timetable', () => {
  const lessons = [lesson(1, 1, 'Weather'), lesson(3, 1, 'Maths'), lesson(3, 2, 'Stories')];
  // Wednesday, 25 November 2026.
  const html = rendered(<Timetable lessons={lessons} zone="Europe/Lisbon" now={Date.UTC(2026, 10, 25, 10)} />);

  test('has a row for each lesson of the day and a column for each day of the school week', () => {
    expect(html.match(/<th scope="col"/g)).toHaveLength(6);
    expect(html.match(/<th scope="row"/g)).toHaveLength(2);
    expect(words(html)).toMatch(
      /Lesson Monday Tuesday Wednesday Thursday Friday 1 8:30–9:15 Weather Maths 2 9:30–10:15 Stories/,
    );
  });

  test('marks today in its head and down its column', () => {
    expect(html).toMatch(/aria-current="date">Wednesday/);
    expect(html.match(/data-today="true"/g)).toHaveLength(2);
  });

  test('has the days in the person’s language', () => {
    const arabic = words(rendered(<Timetable lessons={lessons} zone="Europe/Lisbon" now={0} />, 'ar'));
    expect(arabic).toContain('الاثنين');
    expect(arabic).not.toContain('Monday');
  });
});

describe('how long and how hard a text is, in words', () => {
  const shown = (text: string, locale: 'en' | 'ar' = 'en') =>
    words(
      rendered(
        <ReadingLine
          reading={measureReading(
            { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] },
            'en',
          )}
        />,
        locale,
      ),
    );

  test('says minutes, words, ease and an age; of a short text only the first two, of none nothing', () => {
    expect(shown('The cat sat on the mat. It saw a bird in a tree. '.repeat(4))).toBe(
      'about 1 min, 52 words · very easy to read',
    );
    expect(shown('Only a few words.')).toBe('about 1 min, 4 words');
    expect(shown('')).toBe('');
  });

  test('says it in Arabic, whatever the text is in', () => {
    expect(shown('Only a few words.', 'ar')).toBe('نحو 1 د، 4 كلمات');
  });
});

test('columns of a sheet are counted in letters', () => {
  expect([0, 25, 26, 27, 51, 52, 701, 702].map(columnName)).toEqual(['A', 'Z', 'AA', 'AB', 'AZ', 'BA', 'ZZ', 'AAA']);
});

test('every screen finds its guide, and every guide is found', () => {
  const paths = {
    '/today': 'today',
    '/work': 'work',
    '/classes': 'classes',
    '/classes/weather': 'class-line',
    '/classes/weather/materials/m1': 'material',
    '/desk/cloud-ladder': 'desk',
    '/marking/cloud-ladder': 'marking',
    '/shelf': 'shelf',
    '/whats-new': 'news',
    '/anything-else': 'today',
    '/desk/cloud-ladder/compare': 'compare',
    '/receipts/x': 'receipts',
    '/asides': 'asides',
    '/answers/cloud-names-1': 'answers',
    '/set/draft-fog': 'set',
    '/password': 'password',
    '/office/people': 'people',
    '/office/classes/weather': 'office-classes',
    '/office/lessons': 'office-classes',
    '/office/log': 'year',
    '/office/rosters/x': 'rosters',
  };
  for (const [path, guide] of Object.entries(paths)) expect([path, guideAt(path)]).toEqual([path, guide]);
  const reached = new Set(Object.values(paths));
  expect(GUIDES.filter(({ key }) => !reached.has(key)).map(({ key }) => key)).toEqual(['find']);
});

test('the address of a choice holds what differs from the usual, and nothing else', () => {
  const usual = {
    sort: 'due',
    down: false,
    classId: null,
    state: 'to-do',
    takes: null,
    week: null,
    whole: false,
  } as const;
  expect(addressOf(placeOf(usual))).toBe('/work');
  expect(
    addressOf(
      placeOf({ ...usual, sort: 'points', down: true, classId: 'weather', state: 'all', takes: 'tick', week: 0 }),
    ),
  ).toBe('/work?sort=points&down=1&class=weather&state=all&kind=tick&week=0');
});

test('a newcomer is told what this is, what to do first and whom to ask, and what each of the nine kites says', () => {
  const student = rendered(<Welcome teaching={false} help="Ms Quill in the school office" />);
  expect(words(student)).toMatch(/where your school work is.*“Do next”.*ask Ms Quill in the school office/);
  for (const state of STATES) expect(student).toContain(`href="#kite-${state}"`);
  const teacher = rendered(<Welcome teaching help="Ms Quill" />, 'ar');
  expect(words(teacher)).toContain('Ms Quill');
  expect(teacher).not.toContain('#kite-');
});

const Said = ({ room }: { room: string }) => useRoom()(room);

test('a room with a number is a room, and a place with a name is called by it', () => {
  expect(['5', 'B12', 'the boat shed'].map((room) => words(rendered(<Said room={room} />)))).toEqual([
    'room 5',
    'room B12',
    'the boat shed',
  ]);
});
