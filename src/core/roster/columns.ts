import type { Role } from '../office/person';
import { COLUMNS, type Column, type Form, type RosterFile } from './roster';
import type { Table, TableLine } from './table';

/** How the heads of lists that schools keep are written, in the languages of the interface. Common practice. */
const HEADS: Readonly<Record<Exclude<Column, '-'>, readonly string[]>> = {
  name: ['name', 'full name', 'student', 'student name', 'pupil', 'person', 'الاسم', 'الاسم الكامل', 'اسم الطالب'],
  given: ['given name', 'first name', 'forename', 'givenname', 'firstname', 'الاسم الاول', 'الاسم الأول'],
  family: ['family name', 'last name', 'surname', 'familyname', 'lastname', 'اسم العائلة', 'العائلة'],
  'user-name': ['user name', 'username', 'login', 'account', 'user', 'اسم المستخدم', 'المستخدم'],
  class: ['class', 'classes', 'group', 'course', 'form', 'الصف', 'الفصل', 'الصفوف'],
  role: ['role', 'type', 'function', 'الدور', 'الصفة'],
};

const ROLE_WORDS: Readonly<Record<Role, readonly string[]>> = {
  student: ['student', 'pupil', 'learner', 's', 'طالب', 'طالبة', 'تلميذ', 'تلميذة'],
  teacher: ['teacher', 'staff', 't', 'aide', 'معلم', 'معلمة', 'مدرس', 'مدرسة'],
  office: ['office', 'administrator', 'admin', 'secretary', 'الادارة', 'الإدارة', 'المكتب'],
};

const plain = (text: string): string => text.toLowerCase().replace(/[_-]+/g, ' ').replace(/\s+/g, ' ').trim();

/** The role that a word of a list stands for; `null` where it is none. */
export const roleOf = (word: string): Role | null =>
  (Object.entries(ROLE_WORDS) as [Role, readonly string[]][]).find(([, words]) => words.includes(plain(word)))?.[0] ??
  null;

const columnOf = (head: string): Column =>
  COLUMNS.find((column) => column !== '-' && HEADS[column].includes(plain(head))) ?? '-';

/** The columns by which the files of a OneRoster 1.1 bundle are known (CSV tables of the specification; from memory). */
const BUNDLE: readonly (readonly [Form, readonly string[]])[] = [
  ['users', ['sourcedId', 'username', 'givenName', 'familyName', 'role']],
  ['enrollments', ['sourcedId', 'classSourcedId', 'userSourcedId', 'role']],
  ['classes', ['sourcedId', 'title', 'courseSourcedId']],
  ['set-aside', ['sourcedId']],
  ['set-aside', ['propertyName', 'value']],
];

/** What lines are taken for where no head says it, by how many columns there are. */
const UNSAID: readonly (readonly Column[])[] = [
  ['name', 'user-name'],
  ['name', 'user-name', 'class'],
  ['name', 'user-name', 'class', 'role'],
];

const wide = (lines: readonly TableLine[]): number => Math.max(0, ...lines.map(({ cells }) => cells.length));

/** What a file is, and what its columns are taken for. The first line is a head where it names at least two of them. */
export function recognised(name: string, { letters, delimiter, lines }: Table): RosterFile {
  const [first, ...rest] = lines;
  const head = first?.cells ?? [];
  const file = { name, letters, delimiter };
  const bundle = BUNDLE.find(([, wanted]) => wanted.every((column) => head.includes(column)));
  if (bundle) return { ...file, form: bundle[0], head, columns: head.map(() => '-' as const), lines: rest };
  const guessed = head.map(columnOf);
  // Each of them once: of two columns that sound alike the first counts.
  const columns = guessed.map((column, i) => (guessed.indexOf(column) === i ? column : '-'));
  if (columns.filter((column) => column !== '-').length >= 2) {
    return { ...file, form: 'plain', head, columns, lines: rest };
  }
  const width = wide(lines);
  const unsaid = UNSAID.find((guess) => guess.length === width) ?? Array.from({ length: width }, () => '-' as const);
  return { ...file, form: 'plain', head: null, columns: unsaid, lines };
}

/** What a plain file would have to have and lacks: who signs in under which name. */
export const lacking = ({ form, columns }: Pick<RosterFile, 'form' | 'columns'>): readonly Column[] =>
  form !== 'plain'
    ? []
    : [
        ...(columns.includes('user-name') ? [] : (['user-name'] as const)),
        ...(columns.includes('name') || columns.includes('family') || columns.includes('given')
          ? []
          : (['name'] as const)),
      ];

/** The file with its first line taken for its head, or for a line like the others. Of a bundle it is the head in any case. */
export function withHead(file: RosterFile, isHead: boolean): RosterFile {
  if (file.form !== 'plain' || isHead === (file.head !== null)) return file;
  const [first, ...rest] = file.lines;
  if (isHead) return first ? { ...file, head: first.cells, lines: rest } : file;
  const line = Math.max(1, (first?.line ?? 2) - 1);
  return { ...file, head: null, lines: [{ line, cells: file.head ?? [] }, ...file.lines] };
}
