import { strToU8, zipSync } from 'fflate';
import Papa from 'papaparse';
import { givenPart } from '../office/person';
import type { Known } from './known';

/** The forms in which a roster leaves: one list, or the tables of OneRoster 1.1. */
export const OUT_FORMS = ['plain', 'oneroster'] as const;
export type OutForm = (typeof OUT_FORMS)[number];

/** What a program for tables would take for something to reckon with. */
const RECKONS = /^[=+\-@\t\r]/;

/**
 * Lines as CSV (RFC 4180). Where a program for tables would reckon with a cell, it stands behind an apostrophe, which is taken
 * away when it is read again here.
 */
export const csvOf = (lines: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    lines.map((line) => line.map((cell) => (RECKONS.test(cell) ? `'${cell}` : cell))),
    { newline: '\r\n' },
  )}\r\n`;

/** The mark by which programs for tables know that letters are kept as UTF-8. */
const MARK = '\ufeff';

function plain({ people, classes, members }: Known): Uint8Array {
  const names = new Map(classes.filter(({ ended }) => !ended).map(({ id, name }) => [id, name]));
  const inside = new Map<string, string[]>();
  for (const { person, class: key } of members) {
    const name = names.get(key);
    if (name !== undefined) inside.set(person, [...(inside.get(person) ?? []), name]);
  }
  const lines = people
    .filter(({ left }) => !left)
    .map((one) => [one.name, one.userName, (inside.get(one.id) ?? []).join(' | '), one.role]);
  return strToU8(MARK + csvOf([['name', 'user name', 'class', 'role'], ...lines]));
}

/** Roles as OneRoster 1.1 names them (`RoleType`; from memory). */
const ROLES = { student: 'student', teacher: 'teacher', office: 'administrator' } as const;

/** The tables of OneRoster 1.1 (CSV binding, names of files and columns from memory), as one archive. */
function oneRoster({ people, classes, members }: Known, now: number): Uint8Array {
  const at = new Date(now).toISOString();
  const day = at.slice(0, 10);
  const running = classes.filter(({ ended }) => !ended);
  const classIds = new Map(running.map((one) => [one.id, one.sourceId ?? one.id]));
  const here = people.filter(({ left }) => !left);
  const personIds = new Map(here.map((one) => [one.id, one.sourceId ?? one.id]));
  const files = ['academicSessions', 'classes', 'courses', 'enrollments', 'orgs', 'users'];
  const manifest = [
    ['propertyName', 'value'],
    ['manifest.version', '1.0'],
    ['oneroster.version', '1.1'],
    ...files.map((name) => [`file.${name}`, 'bulk']),
  ];
  const tables: Readonly<Record<string, readonly (readonly string[])[]>> = {
    orgs: [
      ['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier', 'parentSourcedId'],
      ['school', 'active', at, 'School', 'school', '', ''],
    ],
    academicSessions: [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'title',
        'type',
        'startDate',
        'endDate',
        'parentSourcedId',
        'schoolYear',
      ],
      ['year', 'active', at, 'Year', 'schoolYear', day, day, '', day.slice(0, 4)],
    ],
    courses: [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'schoolYearSourcedId',
        'title',
        'courseCode',
        'grades',
        'orgSourcedId',
        'subjects',
        'subjectCodes',
      ],
      ...running.map((one) => [
        `course-${classIds.get(one.id)}`,
        'active',
        at,
        'year',
        one.name,
        '',
        '',
        'school',
        '',
        '',
      ]),
    ],
    classes: [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'title',
        'grades',
        'courseSourcedId',
        'classCode',
        'classType',
        'location',
        'schoolSourcedId',
        'termSourcedIds',
        'subjects',
        'subjectCodes',
        'periods',
      ],
      ...running.map((one) => [
        classIds.get(one.id) ?? '',
        'active',
        at,
        one.name,
        '',
        `course-${classIds.get(one.id)}`,
        '',
        'scheduled',
        '',
        'school',
        'year',
        '',
        '',
        '',
      ]),
    ],
    users: [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'enabledUser',
        'orgSourcedIds',
        'role',
        'username',
        'userIds',
        'givenName',
        'familyName',
        'middleName',
        'identifier',
        'email',
        'sms',
        'phone',
        'agentSourcedIds',
        'grades',
        'password',
      ],
      ...here.map((one) => [
        personIds.get(one.id) ?? '',
        'active',
        at,
        'true',
        'school',
        ROLES[one.role],
        one.userName,
        '',
        givenPart(one) || one.name,
        givenPart(one) === '' ? '' : one.family,
        '',
        '',
        '',
        '',
        '',
        '',
        '',
        '',
      ]),
    ],
    enrollments: [
      [
        'sourcedId',
        'status',
        'dateLastModified',
        'classSourcedId',
        'schoolSourcedId',
        'userSourcedId',
        'role',
        'primary',
        'beginDate',
        'endDate',
      ],
      ...members.flatMap(({ person, class: key, role }) => {
        const [user, of] = [personIds.get(person), classIds.get(key)];
        return user === undefined || of === undefined
          ? []
          : [[`${of}-${user}`, 'active', at, of, 'school', user, role, role === 'teacher' ? 'true' : 'false', '', '']];
      }),
    ],
  };
  const archive = Object.fromEntries(
    [['manifest', manifest] as const, ...files.map((name) => [name, tables[name] ?? []] as const)].map(
      ([name, lines]) => [`${name}.csv`, strToU8(csvOf(lines))],
    ),
  );
  return zipSync(archive, { mtime: new Date(now) });
}

/** A roster of everybody who is there and every class that runs, as a file. */
export const rosterOut = (
  known: Known,
  form: OutForm,
  now: number,
): { readonly bytes: Uint8Array; readonly type: string; readonly ending: string } =>
  form === 'plain'
    ? { bytes: plain(known), type: 'text/csv; charset=utf-8', ending: 'csv' }
    : { bytes: oneRoster(known, now), type: 'application/zip', ending: 'zip' };
