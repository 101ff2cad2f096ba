import { foldedUserName, nameProblem, type Role, tidy, userNameProblem, wholeName } from '../office/person';
import type { FileSays } from './read-plain';
import type { LineProblem, RosterClass, RosterFile, RosterMember, RosterPerson } from './roster';

const NOTHING = { people: [], classes: [], members: [], problems: [], leftOut: 0 } as const satisfies FileSays;

/** A cell by the name of its column, and the place of that column. */
const column = ({ head }: RosterFile) => {
  const places = new Map(head?.map((name, i) => [name, i]));
  return (cells: readonly string[], name: string) => ({
    cell: places.get(name) ?? 0,
    said: tidy(cells[places.get(name) ?? -1] ?? ''),
  });
};

/** What is marked so is not there any more (OneRoster 1.1, `StatusType`; from memory). */
const isGone = (status: string): boolean => status.toLowerCase() === 'tobedeleted';

/** The roles of OneRoster 1.1 (`RoleType`; from memory) that a school has here; the others are of people around it. */
const ROLES: Readonly<Record<string, Role>> = {
  student: 'student',
  teacher: 'teacher',
  aide: 'teacher',
  administrator: 'office',
};

/** `users.csv`: who there is. */
export function readUsers(roster: RosterFile, file: number): FileSays {
  const at = column(roster);
  const people = new Map<string, RosterPerson>();
  const names = new Map<string, number>();
  const problems: LineProblem[] = [];
  let leftOut = 0;
  for (const { line, cells } of roster.lines) {
    const of = (name: string) => at(cells, name);
    const wrong = (name: string, code: LineProblem['code'], word = ''): void => {
      problems.push({ file, line, cell: of(name).cell, code, said: word });
    };
    const id = of('sourcedId').said;
    const userName = foldedUserName(of('username').said);
    const name = wholeName(of('givenName').said, of('familyName').said);
    const badName = nameProblem(name);
    const badUserName = userNameProblem(userName);
    const role = ROLES[of('role').said.toLowerCase()];
    if (isGone(of('status').said)) continue;
    if (!role) leftOut += 1;
    else if (id === '') wrong('sourcedId', 'no-id');
    else if (people.has(id)) wrong('sourcedId', 'same-id', String(people.get(id)?.line));
    else if (badName) wrong('familyName', badName);
    else if (badUserName) wrong('username', badUserName, of('username').said);
    else if (names.has(userName)) wrong('username', 'same-user-name', String(names.get(userName)));
    else {
      names.set(userName, line);
      people.set(id, {
        file,
        line,
        cell: of('username').cell,
        key: id,
        sourceId: id,
        name,
        family: of('familyName').said || name,
        userName,
        role,
      });
    }
  }
  return { ...NOTHING, people: [...people.values()], problems, leftOut };
}

/** `classes.csv`: which classes there are. */
export function readClasses(roster: RosterFile, file: number): FileSays {
  const at = column(roster);
  const classes = new Map<string, RosterClass>();
  const problems: LineProblem[] = [];
  for (const { line, cells } of roster.lines) {
    const of = (name: string) => at(cells, name);
    const id = of('sourcedId').said;
    const name = of('title').said;
    const wrong = (column: string, code: LineProblem['code'], said = ''): void => {
      problems.push({ file, line, cell: of(column).cell, code, said });
    };
    if (isGone(of('status').said)) continue;
    if (id === '') wrong('sourcedId', 'no-id');
    else if (classes.has(id)) wrong('sourcedId', 'same-id', String(classes.get(id)?.line));
    else if (name === '') wrong('title', 'no-name');
    else if ([...name].length > 100) wrong('title', 'long-class');
    else classes.set(id, { key: id, sourceId: id, name, room: of('location').said.slice(0, 100) || null, line, file });
  }
  return { ...NOTHING, classes: [...classes.values()], problems };
}

/** `enrollments.csv`: who is in which class, of the people and the classes that the other files name. */
export function readEnrolments(
  roster: RosterFile,
  file: number,
  known: { readonly people: ReadonlySet<string>; readonly classes: ReadonlySet<string> },
): FileSays {
  const at = column(roster);
  const members = new Map<string, RosterMember>();
  const problems: LineProblem[] = [];
  for (const { line, cells } of roster.lines) {
    const of = (name: string) => at(cells, name);
    const role = ROLES[of('role').said.toLowerCase()];
    // Whoever is neither student nor teacher, as a parent, is in no class here.
    if (isGone(of('status').said) || !role || role === 'office') continue;
    const person = of('userSourcedId').said;
    const inClass = of('classSourcedId').said;
    const wrong = (column: string, code: LineProblem['code'], said: string): void => {
      problems.push({ file, line, cell: of(column).cell, code, said });
    };
    if (!known.people.has(person)) wrong('userSourcedId', 'unknown-person', person);
    else if (!known.classes.has(inClass)) wrong('classSourcedId', 'unknown-class', inClass);
    else members.set(`${inClass}\n${person}`, { person, class: inClass, role });
  }
  return { ...NOTHING, members: [...members.values()], problems };
}
