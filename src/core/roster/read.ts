import { groupedBy } from '../grouped';
import { distance } from '../text/distance';
import { readClasses, readEnrolments, readUsers } from './read-bundle';
import { type FileSays, readPlain } from './read-plain';
import { classKey, type LineProblem, type Mended, type Roster, type RosterClass, type RosterFile } from './roster';

/** The files with the cells that were mended in them. */
function mendedFiles(files: readonly RosterFile[], mended: Mended): readonly RosterFile[] {
  if (mended.length === 0) return files;
  const byLine = groupedBy(mended, ({ file, line }) => `${file} ${line}`);
  return files.map((file, i) => ({
    ...file,
    lines: file.lines.map((one) => {
      const own = byLine.get(`${i} ${one.line}`);
      if (!own) return one;
      const texts = new Map(own.map(({ cell, text }) => [cell, text]));
      const width = Math.max(one.cells.length, ...own.map(({ cell }) => cell + 1));
      const cells = Array.from({ length: width }, (_, cell) => texts.get(cell) ?? one.cells[cell] ?? '');
      return { line: one.line, cells };
    }),
  }));
}

/** So many names of classes are held against each other. */
const MOST_COMPARED = 50_000;

const bare = (name: string): string => classKey(name).replace(/[^\p{L}\p{N}]/gu, '');

const lastNumber = (text: string): string | undefined => text.match(/\d+/g)?.at(-1);

/** Could one name of a class be a slip for the other? A letter or two apart, or the same beginning and the same number at the end. */
function isLike(one: string, other: string): boolean {
  const [a, b] = [bare(one), bare(other)];
  if (a === b || distance(a, b) <= 2) return true;
  return a.slice(0, 4) === b.slice(0, 4) && lastNumber(a) === lastNumber(b);
}

/**
 * Classes of a plain file that nobody knows, in a single line, and that look like a slip for one that somebody does: a class is
 * easily made by a slip of the finger, and hard to get rid of.
 */
function unlike(says: FileSays, known: ReadonlySet<string>, confirmed: ReadonlySet<string>): Map<string, RosterClass> {
  const sizes = new Map<string, number>();
  for (const { class: key } of says.members) sizes.set(key, (sizes.get(key) ?? 0) + 1);
  const sure = [...known, ...says.classes.map(({ key }) => key).filter((key) => (sizes.get(key) ?? 0) > 2)];
  const single = says.classes.filter(({ key }) => !known.has(key) && !confirmed.has(key) && sizes.get(key) === 1);
  // More than any school has: it is another column, of which nothing is asked.
  if (single.length * sure.length > MOST_COMPARED) return new Map();
  const doubtful = single.filter(({ key }) => sure.some((one) => one !== key && isLike(one, key)));
  return new Map(doubtful.map((one) => [one.key, one]));
}

function withoutUnlike(says: FileSays, file: RosterFile, doubtful: ReadonlyMap<string, RosterClass>): FileSays {
  const cell = Math.max(0, file.columns.indexOf('class'));
  const problems = [...doubtful.values()].map(
    (one): LineProblem => ({ file: one.file, line: one.line, cell, code: 'unlike-class', said: one.name }),
  );
  return {
    ...says,
    classes: says.classes.filter(({ key }) => !doubtful.has(key)),
    members: says.members.filter((one) => !doubtful.has(one.class)),
    problems: [...says.problems, ...problems],
  };
}

const everyId = (files: readonly RosterFile[], form: RosterFile['form']): ReadonlySet<string> =>
  new Set(
    files
      .filter((one) => one.form === form)
      .flatMap(({ head, lines }) => {
        const at = head?.indexOf('sourcedId') ?? -1;
        return lines.map(({ cells }) => (cells[at] ?? '').trim());
      }),
  );

/** The same user name in two plain files is the same person, as in two lines of one; in other words it is not understood. */
function together(parts: readonly FileSays[]): FileSays {
  const people = new Map<string, FileSays['people'][number]>();
  const problems = parts.flatMap((part) => part.problems);
  for (const person of parts.flatMap((part) => part.people)) {
    const before = people.get(person.key);
    if (before && before.name !== person.name) {
      problems.push({
        file: person.file,
        line: person.line,
        cell: person.cell,
        code: 'same-user-name',
        said: String(before.line),
      });
    } else people.set(person.key, { ...person, ...before, role: person.role ?? before?.role ?? null });
  }
  return {
    people: [...people.values()],
    classes: [...new Map(parts.flatMap((part) => part.classes).map((one) => [one.key, one])).values()],
    members: [
      ...new Map(parts.flatMap((part) => part.members).map((one) => [`${one.class}\n${one.person}`, one])).values(),
    ],
    problems,
    leftOut: parts.reduce((sum, part) => sum + part.leftOut, 0),
  };
}

/**
 * What the files of a roster say together.
 *
 * @param mended cells that stand otherwise than in the file
 * @param known the names of classes that the school has
 * @param confirmed names of classes of which somebody said that they are meant
 */
export function readRoster(
  given: readonly RosterFile[],
  mended: Mended,
  known: readonly string[],
  confirmed: readonly string[],
): Roster {
  const files = mendedFiles(given, mended);
  const keys = new Set(known.map(classKey));
  const meant = new Set(confirmed.map(classKey));
  const ids = { people: everyId(files, 'users'), classes: everyId(files, 'classes') };
  const parts = files.map((file, i): FileSays => {
    switch (file.form) {
      case 'plain': {
        const says = readPlain(file, i);
        return withoutUnlike(says, file, unlike(says, keys, meant));
      }
      case 'users':
        return readUsers(file, i);
      case 'classes':
        return readClasses(file, i);
      case 'enrollments':
        return readEnrolments(file, i, ids);
      default:
        return { people: [], classes: [], members: [], problems: [], leftOut: 0 };
    }
  });
  const saysMembers = files.some(({ form, columns }) => form === 'enrollments' || columns.includes('class'));
  return { ...together(parts), saysMembers };
}
