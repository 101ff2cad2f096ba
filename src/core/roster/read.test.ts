import { lacking, recognised } from './columns';
import { readRoster } from './read';
import type { Mended, RosterFile } from './roster';
import { readTable } from './table';

const file = (text: string, name = 'people.csv'): RosterFile => {
  const table = readTable(new TextEncoder().encode(text));
  if (typeof table === 'string') throw new Error(table);
  return recognised(name, table);
};
const roster = (
  text: string | readonly string[],
  more: { mended?: Mended; known?: readonly string[]; confirmed?: readonly string[] } = {},
) =>
  readRoster(
    (typeof text === 'string' ? [text] : text).map((one) => file(one)),
    more.mended ?? [],
    more.known ?? [],
    more.confirmed ?? [],
  );
const codes = (said: ReturnType<typeof roster>) => said.problems.map(({ line, code }) => [line, code]);

describe('what the columns are', () => {
  test.each([
    ['name,user name,class', ['name', 'user-name', 'class']],
    ['Surname;First name;Login;Form;Role', ['family', 'given', 'user-name', 'class', 'role']],
    ['الاسم,اسم المستخدم,الصف', ['name', 'user-name', 'class']],
    ['Full Name,USERNAME,Born', ['name', 'user-name', '-']],
  ])('%s', (head, columns) => {
    const read = file(`${head}\nx,y,z`);
    expect(read).toMatchObject({ form: 'plain', columns });
    expect(read.head).toHaveLength(columns.length);
  });

  test('lines without a head are taken by how many cells they have', () => {
    expect(file('Imke Aalders,imke\nLeila,leila')).toMatchObject({ head: null, columns: ['name', 'user-name'] });
    expect(file('Imke,imke,Weather').columns).toEqual(['name', 'user-name', 'class']);
  });

  test('a column that is missing is named, and nothing is guessed in its place', () => {
    expect(lacking(file('name,class\nImke,Weather'))).toEqual(['user-name']);
    expect(lacking(file('user name,class\nimke,Weather'))).toEqual(['name']);
    expect(lacking(file('given name,user name\nImke,imke'))).toEqual([]);
  });

  test('the files of a bundle are known by their columns', () => {
    const forms = [
      'sourcedId,status,username,givenName,familyName,role',
      'sourcedId,status,title,courseSourcedId',
      'sourcedId,classSourcedId,userSourcedId,role',
      'sourcedId,name,type',
      'propertyName,value',
    ].map((head) => file(`${head}\n1,2,3,4,5,6`).form);
    expect(forms).toEqual(['users', 'classes', 'enrollments', 'set-aside', 'set-aside']);
  });
});

describe('a plain list', () => {
  const HEAD = 'name,user name,class,role\n';

  test('who is in several classes stands in several lines, or has them in one cell', () => {
    const said = roster(
      `${HEAD}Imke Aalders,imke,Weather,\nImke Aalders,imke,Stories,\n"Amrani, Leila",leila,Weather | Stories,`,
    );
    expect(said.problems).toEqual([]);
    expect(said.people.map(({ name, family, userName }) => [name, family, userName])).toEqual([
      ['Imke Aalders', 'Aalders', 'imke'],
      ['Leila Amrani', 'Amrani', 'leila'],
    ]);
    expect(said.members).toHaveLength(4);
  });

  test('user names are taken letter by letter, capitals aside', () => {
    const said = roster(`${HEAD}Tarek,007,Weather,\nUna,UNA,Weather,`);
    expect(said.people.map(({ userName }) => userName)).toEqual(['007', 'una']);
  });

  test('each line that is not understood says why, and the others count', () => {
    const said = roster(
      `${HEAD}Lotte Brandt,,Weather,\n,mira,Weather,\nMira Sundin,mira s,Weather,\nTom,tom,Weather,captain\nImke,imke,Weather,\nIda,imke,Weather,\nJo,jo,Weather,teacher`,
    );
    expect(codes(said)).toEqual([
      [2, 'no-user-name'],
      [3, 'no-name'],
      [4, 'bad-user-name'],
      [5, 'bad-role'],
      [7, 'same-user-name'],
    ]);
    expect(said.problems.at(-1)?.said).toBe('6');
    expect(said.people.map(({ name, role }) => [name, role])).toEqual([
      ['Imke', null],
      ['Jo', 'teacher'],
    ]);
  });

  test('a class in one line alone that looks like a slip for another is asked about; said to be meant, it is one', () => {
    const text = `${HEAD}A,a,Tide-pool Science 4,\nB,b,Tide-pool Science 4,\nC,c,Tide-pool Science 4,\nD,d,Tidepool Sciense 4,\nE,e,Harbour,`;
    const said = roster(text);
    expect(codes(said)).toEqual([[5, 'unlike-class']]);
    // The person is understood nevertheless.
    expect(said.people.map(({ userName }) => userName)).toContain('d');
    expect(said.classes.map(({ name }) => name)).toEqual(['Tide-pool Science 4', 'Harbour']);
    expect(roster(text, { confirmed: ['Tidepool Sciense 4'] }).classes).toHaveLength(3);
    expect(codes(roster('name,user name,class\nD,d,Wether', { known: ['Weather'] }))).toEqual([[2, 'unlike-class']]);
    expect(codes(roster('name,user name,class\nD,d,weather', { known: ['Weather'] }))).toEqual([]);
  });

  test('of thousands of classes, as where another column is taken for them, nothing is asked', () => {
    const lines = Array.from({ length: 1200 }, (_, i) => `A,a${i},${i % 4 === 0 ? `Room x ${i}` : `Room ${i % 299}`},`);
    const said = roster(HEAD + lines.join('\n'));
    expect(codes(said)).toEqual([]);
    expect(said.classes.length).toBeGreaterThan(500);
  });

  test('a cell that is mended counts instead of that of the file', () => {
    const mended = [{ file: 0, line: 2, cell: 1, text: 'lotte' }];
    expect(roster(`${HEAD}Lotte Brandt,,Weather,`, { mended }).people[0]?.userName).toBe('lotte');
    // Also one that the line does not have.
    expect(roster(`name,user name,class\nLotte Brandt`, { mended }).people[0]?.userName).toBe('lotte');
  });

  test('formulas are letters', () => {
    const said = roster(`${HEAD}"=cmd()",x,Weather,\n'=cmd(),y,Weather,`);
    expect(said.people.map(({ name }) => name)).toEqual(['=cmd()', '=cmd()']);
  });

  test('two files are one roster: the same user name is the same person, under another name it is not understood', () => {
    const said = roster([
      `${HEAD}Imke,imke,Weather,\nLeila,leila,Weather,`,
      `${HEAD}Imke,imke,Stories,\nLars,leila,Stories,`,
    ]);
    expect(said.people).toHaveLength(2);
    expect(said.problems).toMatchObject([{ file: 1, line: 3, code: 'same-user-name' }]);
    expect(said.classes.map(({ name }) => name)).toEqual(['Weather', 'Stories']);
  });
});

describe('a bundle of OneRoster 1.1', () => {
  // By the tables of the specification's CSV binding, from memory.
  const USERS =
    'sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password\n';
  const user = (id: string, role: string, name: string, given: string, family: string, status = 'active') =>
    `${id},${status},,true,org,${role},${name},,${given},${family},,,,,,,,\n`;
  const CLASSES =
    'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods\n' +
    'c1,active,,Weather,,k,,scheduled,Room 6,org,t,,,\n' +
    'c2,tobedeleted,,Gone,,k,,scheduled,,org,t,,,\n';
  const ENROLMENTS =
    'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate\n' +
    'e1,active,,c1,org,u1,student,false,,\n' +
    'e2,active,,c1,org,u2,teacher,true,,\n' +
    'e3,active,,c1,org,u9,student,false,,\n' +
    'e4,active,,c7,org,u1,student,false,,\n' +
    'e5,active,,c1,org,u3,guardian,false,,\n';

  test('says who there is and who is in which class; what it does not know is named', () => {
    const said = roster([
      USERS +
        user('u1', 'student', 'imke', 'Imke', 'Aalders') +
        user('u2', 'teacher', 'bello', 'Ngozi', 'Bello') +
        user('u3', 'guardian', 'mum', 'Ada', 'Aalders') +
        user('u4', 'administrator', 'quill', 'Ida', 'Quill') +
        user('u5', 'student', 'old', 'Old', 'One', 'tobedeleted'),
      CLASSES,
      ENROLMENTS,
    ]);
    expect(said.people.map(({ sourceId, name, family, role }) => [sourceId, name, family, role])).toEqual([
      ['u1', 'Imke Aalders', 'Aalders', 'student'],
      ['u2', 'Ngozi Bello', 'Bello', 'teacher'],
      ['u4', 'Ida Quill', 'Quill', 'office'],
    ]);
    expect(said.classes).toMatchObject([{ sourceId: 'c1', name: 'Weather', room: 'Room 6' }]);
    expect(said.members.map(({ person, role }) => [person, role])).toEqual([
      ['u1', 'student'],
      ['u2', 'teacher'],
    ]);
    expect(said.problems.map(({ file: at, line, code, said: what }) => [at, line, code, what])).toEqual([
      [2, 4, 'unknown-person', 'u9'],
      [2, 5, 'unknown-class', 'c7'],
    ]);
    expect(said.leftOut).toBe(1);
    expect(said.saysMembers).toBe(true);
  });

  test('an id twice, a user name twice, none of either', () => {
    const said = roster(
      USERS +
        user('u1', 'student', 'imke', 'Imke', 'A') +
        user('u1', 'student', 'other', 'Other', 'B') +
        user('u2', 'student', 'imke', 'Ida', 'C') +
        user('', 'student', 'x', 'X', 'D') +
        user('u3', 'student', '', 'Y', 'E'),
    );
    expect(codes(said)).toEqual([
      [3, 'same-id'],
      [4, 'same-user-name'],
      [5, 'no-id'],
      [6, 'no-user-name'],
    ]);
  });
});
