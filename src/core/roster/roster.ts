import type { Role } from '../office/person';

/** What a column of a plain roster can be; `-` is left aside. */
export const COLUMNS = ['name', 'given', 'family', 'user-name', 'class', 'role', '-'] as const;
export type Column = (typeof COLUMNS)[number];

/** What a file is read as: lines of names and classes, or one of the files of a OneRoster 1.1 bundle. */
export const FORMS = ['plain', 'users', 'classes', 'enrollments', 'set-aside'] as const;
export type Form = (typeof FORMS)[number];

/** A file of a roster as the school keeps it while it is looked at. */
export interface RosterFile {
  readonly name: string;
  readonly letters: string;
  readonly delimiter: string;
  readonly form: Form;
  /** The names of the columns as the file says them; none where it says none. */
  readonly head: readonly string[] | null;
  /** What each column is taken for, in a plain file. */
  readonly columns: readonly Column[];
  readonly lines: readonly { readonly line: number; readonly cells: readonly string[] }[];
}

/** Why a line, or some of it, is not understood. `said` is what stands in the way, a word or the number of another line. */
export type LineCode =
  | 'no-name'
  | 'long-name'
  | 'no-user-name'
  | 'bad-user-name'
  | 'long-user-name'
  | 'same-user-name'
  | 'taken-user-name'
  | 'bad-role'
  | 'unlike-class'
  | 'long-class'
  | 'no-id'
  | 'same-id'
  | 'unknown-person'
  | 'unknown-class';

export interface LineProblem {
  readonly file: number;
  readonly line: number;
  /** The cell that is wrong: where it can be mended. */
  readonly cell: number;
  readonly code: LineCode;
  readonly said: string;
}

/** Somebody whom a roster names. */
export interface RosterPerson {
  readonly file: number;
  readonly line: number;
  /** The cell in which the user name stands. */
  readonly cell: number;
  /** By what the roster knows them: its own id, or their user name. */
  readonly key: string;
  readonly sourceId: string | null;
  readonly name: string;
  readonly family: string;
  readonly userName: string;
  /** `null` where the file does not say it. */
  readonly role: Role | null;
}

export interface RosterClass {
  readonly key: string;
  readonly sourceId: string | null;
  readonly name: string;
  readonly room: string | null;
  readonly line: number;
  readonly file: number;
}

export interface RosterMember {
  readonly person: string;
  readonly class: string;
  /** `null` where the file does not say it: what the person is. */
  readonly role: 'student' | 'teacher' | null;
}

/** What all files of a roster say together. */
export interface Roster {
  readonly people: readonly RosterPerson[];
  readonly classes: readonly RosterClass[];
  readonly members: readonly RosterMember[];
  readonly problems: readonly LineProblem[];
  /** People whom a school has and this application does not, as parents: how many. */
  readonly leftOut: number;
  /** Does it say who is in which class at all? */
  readonly saysMembers: boolean;
}

/** Cells that were mended on the screen; the file stays as it is. */
export type Mended = readonly {
  readonly file: number;
  readonly line: number;
  readonly cell: number;
  readonly text: string;
}[];

/** For how long a roster that was done can be undone, in milliseconds. */
export const UNDO_FOR = 86_400_000;

/** By what names of classes are told apart: spaces and capitals aside. */
export const classKey = (name: string): string => name.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ').trim();
