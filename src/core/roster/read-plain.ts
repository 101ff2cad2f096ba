import { foldedUserName, nameProblem, namesOf, tidy, userNameProblem, wholeName } from '../office/person';
import { roleOf } from './columns';
import {
  type Column,
  classKey,
  type LineProblem,
  type RosterClass,
  type RosterFile,
  type RosterMember,
  type RosterPerson,
} from './roster';

/** What one file says, with what is not understood of it. */
export interface FileSays {
  readonly people: readonly RosterPerson[];
  readonly classes: readonly RosterClass[];
  readonly members: readonly RosterMember[];
  readonly problems: readonly LineProblem[];
  readonly leftOut: number;
}

const LONGEST_CLASS = 100;

/**
 * Reads lines of names, user names and classes. Who is in several classes stands in several lines, or has them in one cell,
 * parted by a bar or a semicolon.
 *
 * @param file which of the files of the roster it is
 */
export function readPlain({ columns, lines }: RosterFile, file: number): FileSays {
  const people = new Map<string, RosterPerson>();
  const classes = new Map<string, RosterClass>();
  const members = new Map<string, RosterMember>();
  const problems: LineProblem[] = [];
  const at = (column: Column): number => columns.indexOf(column);
  for (const { line, cells } of lines) {
    const said = (column: Column): string => tidy(cells[at(column)] ?? '');
    const wrong = (column: Column, code: LineProblem['code'], word = ''): void => {
      problems.push({ file, line, cell: Math.max(0, at(column)), code, said: word });
    };
    const names =
      at('name') >= 0 && said('name') !== ''
        ? namesOf(said('name'))
        : { name: wholeName(said('given'), said('family')), family: said('family') || said('given') };
    const userName = foldedUserName(said('user-name'));
    const badName = nameProblem(names.name);
    const badUserName = userNameProblem(userName);
    const role = said('role') === '' ? null : roleOf(said('role'));
    if (badName) wrong(at('name') >= 0 ? 'name' : 'family', badName);
    else if (badUserName) wrong('user-name', badUserName, said('user-name'));
    else if (said('role') !== '' && role === null) wrong('role', 'bad-role', said('role'));
    else {
      const before = people.get(userName);
      if (before && before.name !== names.name) {
        wrong('user-name', 'same-user-name', String(before.line));
        continue;
      }
      people.set(userName, {
        ...(before ?? { file, line, cell: at('user-name'), key: userName, sourceId: null, ...names, userName }),
        role: role ?? before?.role ?? null,
      });
      for (const name of said('class').split(/[|;]/).map(tidy)) {
        if (name === '') continue;
        const key = classKey(name);
        if ([...name].length > LONGEST_CLASS) wrong('class', 'long-class');
        else {
          if (!classes.has(key)) classes.set(key, { key, sourceId: null, name, room: null, line, file });
          const inside = role === null || role === 'office' ? null : role;
          members.set(`${key}\n${userName}`, { person: userName, class: key, role: inside });
        }
      }
    }
  }
  return {
    people: [...people.values()],
    classes: [...classes.values()],
    members: [...members.values()],
    problems,
    leftOut: 0,
  };
}
