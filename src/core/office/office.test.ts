import { clashes } from './clashes';
import { ALL_PEOPLE, peopleShownFrom, saidOf } from './people-shown';
import { foldedUserName, nameProblem, namesOf, shortNameOf, userNameProblem } from './person';
import { isZone, schoolIn, schoolUnmet, tidySchool } from './school';
import { foldedSlipCode, slipCode } from './slip-code';
import { clockMinutes, inOrder, sameLesson, yearUnmet } from './year';

describe('names', () => {
  test.each([
    ['Imke Aalders', 'Imke Aalders', 'Aalders'],
    ['  Lund-Ferro ,  Chiara ', 'Chiara Lund-Ferro', 'Lund-Ferro'],
    ['العمراني، ليلى', 'ليلى العمراني', 'العمراني'],
    ['Otso', 'Otso', 'Otso'],
    ['Maria\u200b da  Silva', 'Maria da Silva', 'Silva'],
  ])('%j', (written, name, family) => {
    expect(namesOf(written)).toEqual({ name, family });
  });

  test.each([
    ['student', 'Imke A.'],
    ['teacher', 'Imke Aalders'],
  ] as const)('a %s is called %s', (role, short) => {
    expect(shortNameOf({ name: 'Imke Aalders', family: 'Aalders', role })).toBe(short);
  });

  test('what cannot be a name or a user name is named', () => {
    expect([' ', 'a'.repeat(121), 'a\ud800', 'fine'].map(nameProblem)).toEqual([
      'no-name',
      'long-name',
      'long-name',
      null,
    ]);
    expect(['', 'with space', 'a'.repeat(61), '007', 'ليلى', 'a/b'].map(userNameProblem)).toEqual([
      'no-user-name',
      'bad-user-name',
      'long-user-name',
      null,
      null,
      'bad-user-name',
    ]);
    expect(foldedUserName(' İMKE ')).toBe('i̇mke');
  });
});

describe('the code of a slip', () => {
  test('has eighty bits in sixteen signs, and each byte tells in it', () => {
    expect(slipCode(new Uint8Array(10))).toBe('0000-0000-0000-0000');
    expect(slipCode(new Uint8Array(10).fill(255))).toBe('ZZZZ-ZZZZ-ZZZZ-ZZZZ');
    const codes = Array.from({ length: 80 }, (_, bit) => {
      const bytes = new Uint8Array(10);
      bytes[Math.floor(bit / 8)] = 1 << (bit % 8);
      return slipCode(bytes);
    });
    expect(new Set(codes).size).toBe(80);
  });

  test('is the same however it is typed', () => {
    expect(foldedSlipCode(' 7r4k-o0il-zzzz 2345 ')).toBe('7R4K0011ZZZZ2345');
  });
});

describe('the year', () => {
  const empty = { terms: [], holidays: [], times: [] };
  test.each([
    [{ title: ' ', from: '2027-01-01', to: '2027-02-01' }, 'no-title'],
    [{ title: 'T', from: '2027-02-30', to: '2027-03-01' }, 'no-day'],
    [{ title: 'T', from: '', to: '2027-03-01' }, 'no-day'],
    [{ title: 'T', from: '2027-03-02', to: '2027-03-01' }, 'ends-before'],
  ])('%j is %s', (term, code) => {
    expect(yearUnmet({ ...empty, terms: [term] })).toEqual([{ part: 'terms', at: 0, code }]);
  });

  test('terms, holidays and lessons do not run into each other', () => {
    const days = [
      { title: 'A', from: '2027-01-01', to: '2027-02-01' },
      { title: 'B', from: '2027-02-01', to: '2027-03-01' },
    ];
    expect(yearUnmet({ ...empty, holidays: days }).map(({ code }) => code)).toEqual(['overlaps', 'overlaps']);
    const times = [
      { number: 1, starts: '8:30', ends: '9:15' },
      { number: 2, starts: '09:10', ends: '10:00' },
      { number: 3, starts: '10:00', ends: '10:00' },
      { number: 4, starts: '24:00', ends: '25:00' },
    ];
    expect(yearUnmet({ ...empty, times }).map(({ at, code }) => [at, code])).toEqual([
      [0, 'overlaps'],
      [1, 'overlaps'],
      [2, 'ends-before'],
      [3, 'no-day'],
    ]);
    expect(yearUnmet({ terms: days.slice(0, 1), holidays: days.slice(1), times: times.slice(0, 1) })).toEqual([]);
  });

  test('times lie in the order of the clock, written as elsewhere', () => {
    const times = [
      { number: 2, starts: '10:30', ends: '11:15' },
      { number: 1, starts: '08:30', ends: '09:15' },
    ];
    expect(inOrder(times).map(({ starts, ends }) => `${starts}–${ends}`)).toEqual(['8:30–9:15', '10:30–11:15']);
    expect(['0:00', '23:59', '7:60', 'x'].map(clockMinutes)).toEqual([0, 1439, null, null]);
    expect(
      sameLesson([
        { weekday: 1, number: 1 },
        { weekday: 1, number: 1 },
      ]),
    ).toBe(true);
  });

  test('lessons that want the same teacher or room at one time are found', () => {
    const lesson = (own: string, number: number, room: string, teachers: string[]) => ({
      class: own,
      weekday: 1,
      number,
      room,
      teachers,
    });
    expect(
      clashes([
        lesson('a', 1, '6', ['kerr']),
        lesson('b', 1, ' 6 ', ['haddad']),
        lesson('c', 1, '', ['kerr']),
        lesson('d', 2, '6', ['kerr']),
        lesson('e', 1, '', []),
      ]),
    ).toEqual([
      { what: 'teacher', weekday: 1, number: 1, classes: ['a', 'c'] },
      { what: 'room', weekday: 1, number: 1, classes: ['a', 'b'] },
    ]);
  });
});

describe('what a school says of itself', () => {
  const whole = { name: 'Harbour', zone: 'Europe/Lisbon', languages: ['en', 'ar'], help: 'Ms Quill', said: {} };

  test('each part that is missing is named', () => {
    expect(schoolUnmet(whole)).toEqual([]);
    expect(
      schoolUnmet({ ...whole, name: ' ', zone: 'Nowhere/Here', languages: [], help: '' }).map(({ code }) => code),
    ).toEqual(['no-name', 'no-zone', 'no-language', 'no-help']);
    expect(schoolUnmet({ ...whole, said: { ar: { help: 'x'.repeat(201) } } }).map(({ code }) => code)).toEqual([
      'long-help',
    ]);
    expect([isZone('UTC'), isZone('Asia/Amman'), isZone(''), isZone('x')]).toEqual([true, true, false, false]);
  });

  test('another language says what it says, else the first stands there', () => {
    const said = tidySchool({
      ...whole,
      said: { ar: { name: ' مدرسة  الميناء ', help: '' }, fr: { name: 'x' }, en: { name: 'y' } },
    });
    expect(said.said).toEqual({ ar: { name: 'مدرسة الميناء' } });
    expect(schoolIn(said, 'ar')).toEqual({ name: 'مدرسة الميناء', help: 'Ms Quill' });
    expect(schoolIn(said, 'en')).toEqual({ name: 'Harbour', help: 'Ms Quill' });
  });
});

test('what a list shows is said in its address, and read from it again', () => {
  expect(saidOf(ALL_PEOPLE)).toEqual({ find: null, who: null, class: null, in: null, sort: null });
  const shown = { find: 'ka', who: 'teacher', inClass: 'weather', signedIn: 'never', sort: 'role' } as const;
  const said = Object.fromEntries(Object.entries(saidOf(shown)).map(([key, value]) => [key, value ?? undefined]));
  expect(peopleShownFrom(said)).toEqual(shown);
  expect(peopleShownFrom({ who: 'nobody', find: ['a', 'b'], sort: '; drop table' })).toEqual(ALL_PEOPLE);
});
