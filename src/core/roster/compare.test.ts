import fc from 'fast-check';
import type { Role } from '../office/person';
import { recognised } from './columns';
import { compare, FIRST_CHOICES } from './compare';
import type { Known } from './known';
import { readRoster } from './read';
import { readTable } from './table';
import { rosterOut } from './write';

const known = (
  people: readonly [string, string, Role?, string?][],
  members: readonly [string, string][] = [],
): Known => ({
  people: people.map(([id, name, role = 'student', sourceId]) => ({
    id,
    sourceId: sourceId ?? null,
    name,
    family: name.split(' ').at(-1) ?? '',
    userName: id,
    role,
    left: false,
  })),
  classes: [
    { id: 'c-weather', sourceId: null, name: 'Weather', ended: false },
    { id: 'c-old', sourceId: null, name: 'Old', ended: true },
  ],
  members: members.map(([person, inClass]) => ({
    person,
    class: inClass,
    role: people.find(([id]) => id === person)?.[2] === 'teacher' ? 'teacher' : 'student',
  })),
});

const read = (bytes: Uint8Array) => {
  const table = readTable(bytes);
  if (typeof table === 'string') throw new Error(table);
  return recognised('people.csv', table);
};
const picture = (text: string, school: Known, choices = FIRST_CHOICES) =>
  compare(
    readRoster(
      [read(new TextEncoder().encode(text))],
      [],
      school.classes.map(({ name }) => name),
      [],
    ),
    school,
    choices,
  );

const SCHOOL = known(
  [
    ['imke', 'Imke Aalders'],
    ['leila', 'Leila Amrani'],
    ['kerr', 'Tomasz Kerr', 'teacher'],
    ['quill', 'Ida Quill', 'office'],
  ],
  [
    ['imke', 'c-weather'],
    ['leila', 'c-weather'],
    ['kerr', 'c-weather'],
  ],
);

test('new, changed, gone and as it is', () => {
  const { people, classes, members } = picture(
    'name,user name,class\nImke Aalders-Berg,imke,Weather\nMira Sundin,mira,Weather\nMira Sundin,mira,Tides\nX Y,x,Tides',
    SCHOOL,
  );
  expect(people.adding.map(({ userName, role }) => [userName, role])).toEqual([
    ['mira', 'student'],
    ['x', 'student'],
  ]);
  expect(people.changing).toMatchObject([{ id: 'imke', changes: [{ what: 'name', to: 'Imke Aalders-Berg' }] }]);
  // A list of students says nothing of teachers, and none says anything of the office.
  expect(people.going.map(({ id }) => id)).toEqual(['leila']);
  expect(people).toMatchObject({ now: 4, after: 6, same: 2, changed: 1, gone: 1, added: 2 });
  expect(classes.adding.map(({ name }) => name)).toEqual(['Tides']);
  expect(members.adding).toHaveLength(3);
  expect(members.going).toEqual([{ person: 'leila', class: 'c-weather', role: 'student' }]);
});

test('what becomes of those whom no file names is chosen, and counted so', () => {
  const text = 'name,user name,class\nImke Aalders,imke,Weather';
  expect(picture(text, SCHOOL).people.after).toBe(4);
  expect(picture(text, SCHOOL, { ...FIRST_CHOICES, people: 'leave' }).people.after).toBe(3);
  expect(picture(text, SCHOOL).members.after).toBe(2);
  expect(picture(text, SCHOOL, { ...FIRST_CHOICES, members: 'stay' }).members.after).toBe(3);
});

test('a list that says nothing of classes takes nobody out of one', () => {
  expect(picture('name,user name\nImke Aalders,imke', SCHOOL).members.going).toEqual([]);
});

describe('who is meant', () => {
  test('another user name for the same name in the same class is the same person', () => {
    const { people } = picture('name,user name,class\nImke Aalders,imke.a,Weather', SCHOOL);
    expect(people.changing).toMatchObject([
      { id: 'imke', changes: [{ what: 'user-name', from: 'imke', to: 'imke.a' }] },
    ]);
    expect(people.adding).toEqual([]);
  });

  test('the same name alone is somebody else: nobody is given another’s work', () => {
    const { people } = picture('name,user name,class\nImke Aalders,imke.a,Tides', SCHOOL);
    expect(people.adding.map(({ userName }) => userName)).toEqual(['imke.a']);
    expect(people.changing).toEqual([]);
  });

  test('two of one name are never taken for one', () => {
    const two = known(
      [
        ['a', 'Ada Berg'],
        ['b', 'Ada Berg'],
      ],
      [
        ['a', 'c-weather'],
        ['b', 'c-weather'],
      ],
    );
    expect(picture('name,user name,class\nAda Berg,c,Weather', two).people.adding).toHaveLength(1);
  });

  test('who would get the user name of somebody whom the file does not name is not understood', () => {
    const school = known([
      ['a', 'Ada Berg', 'student', 'id-1'],
      ['b', 'Bo Dahl'],
    ]);
    const { problems } = compare(
      readRoster(
        [
          read(
            new TextEncoder().encode(
              'sourcedId,status,username,givenName,familyName,role\nid-1,active,b,Ada,Berg,student\n',
            ),
          ),
        ],
        [],
        [],
        [],
      ),
      school,
      FIRST_CHOICES,
    );
    expect(problems).toMatchObject([{ code: 'taken-user-name', said: 'Bo Dahl' }]);
  });

  test('two who exchange their user names do', () => {
    const school = known([
      ['a', 'Ada Berg', 'student', 'id-1'],
      ['b', 'Bo Dahl', 'student', 'id-2'],
    ]);
    const { problems, people } = compare(
      readRoster(
        [
          read(
            new TextEncoder().encode(
              'sourcedId,status,username,givenName,familyName,role\nid-1,active,b,Ada,Berg,student\nid-2,active,a,Bo,Dahl,student\n',
            ),
          ),
        ],
        [],
        [],
        [],
      ),
      school,
      FIRST_CHOICES,
    );
    expect(problems).toEqual([]);
    expect(people.changing.map(({ id, to }) => [id, to.userName])).toEqual([
      ['a', 'b'],
      ['b', 'a'],
    ]);
  });

  test('whoever had left is back, and a class that had ended runs again', () => {
    const left = known([['a', 'Ada Berg']]);
    const school = { ...left, people: left.people.map((one) => ({ ...one, left: true })) };
    const { people, classes } = picture('name,user name,class\nAda Berg,a,Old', school);
    expect(people.changing[0]?.changes).toMatchObject([{ what: 'back' }]);
    expect(people).toMatchObject({ now: 0, after: 1 });
    expect(classes.changing).toMatchObject([{ id: 'c-old', back: true }]);
  });

  test('whoever is of the office is put into no class', () => {
    expect(picture('name,user name,class,role\nIda Quill,quill,Weather,office', SCHOOL).members.adding).toEqual([]);
  });
});

test('whatever leaves as a list changes nothing when it comes in again', () => {
  const name = fc.stringMatching(/^[A-Z][a-z]{1,6} [A-Z=+@'-][a-zé]{1,8}$/);
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.tuple(fc.stringMatching(/^[a-z0-9][a-z0-9.]{0,7}$/), name), {
        selector: ([id]) => id,
        maxLength: 12,
      }),
      (people) => {
        const school = known(
          people.map(([id, full]) => [id, full] as [string, string]),
          people.map(([id]) => [id, 'c-weather'] as [string, string]),
        );
        if (people.length === 0) return;
        const { bytes } = rosterOut(school, 'plain', 0);
        const again = compare(readRoster([read(bytes)], [], ['Weather'], []), school, FIRST_CHOICES);
        expect(again.problems).toEqual([]);
        expect(again.people).toMatchObject({ added: 0, changed: 0, gone: 0 });
        expect(again.members).toMatchObject({ added: 0, changed: 0, gone: 0 });
      },
    ),
    { numRuns: 60 },
  );
});
