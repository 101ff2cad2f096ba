import { isWellFormed } from '../text/well-formed';

/** What somebody is in a school. */
export const ROLES = ['student', 'teacher', 'office'] as const;
export type Role = (typeof ROLES)[number];

/** Somebody of a school, as the office or a roster names them. */
export interface PersonDraft {
  /** The whole name, in the order in which it is said. */
  readonly name: string;
  /** The part of the name that lists are sorted by. */
  readonly family: string;
  /** By which they sign in: letter by letter, capitals aside. */
  readonly userName: string;
  readonly role: Role;
}

/** What is wrong with somebody's name, or with the name by which they sign in. */
export type PersonProblem = 'no-name' | 'long-name' | 'no-user-name' | 'bad-user-name' | 'long-user-name';

/** Letters of a name and of a user name, at most. */
export const LONGEST_NAME = 120;
export const LONGEST_USER_NAME = 60;

/** One space between words, none around them; what nobody can see is left out. */
export const tidy = (text: string): string =>
  text
    .normalize('NFC')
    .replace(/[\p{Cc}\u200b\u200e\u200f\u2060\ufeff]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** A user name as it is kept: signing in does not tell capitals from small letters. */
export const foldedUserName = (text: string): string => tidy(text).toLowerCase();

/** Letters, digits and what addresses are written with; no space, so that nobody wonders whether there is one. */
const USER_NAME = /^[\p{L}\p{N}\p{M}._@+'-]+$/u;

export function nameProblem(name: string): PersonProblem | null {
  const said = tidy(name);
  if (said === '') return 'no-name';
  return isWellFormed(said) && [...said].length <= LONGEST_NAME ? null : 'long-name';
}

export function userNameProblem(userName: string): PersonProblem | null {
  const said = foldedUserName(userName);
  if (said === '') return 'no-user-name';
  if ([...said].length > LONGEST_USER_NAME) return 'long-user-name';
  return USER_NAME.test(said) ? null : 'bad-user-name';
}

/**
 * A whole name and its family part, out of what is written in one cell. Before a comma stands the family name ("Lund-Ferro,
 * Chiara"), else it is the last word: a common practice of lists, and the office can say otherwise.
 */
export function namesOf(written: string): Pick<PersonDraft, 'name' | 'family'> {
  const said = tidy(written);
  const [family = '', given = ''] = said.split(/[,،]/, 2).map(tidy);
  if (given !== '') return { name: `${given} ${family}`, family };
  return { name: said, family: said.split(' ').at(-1) ?? '' };
}

/** A whole name of two parts. */
export const wholeName = (given: string, family: string): string => tidy(`${given} ${family}`);

/** The name without its family part. */
export const givenPart = ({ name, family }: Pick<PersonDraft, 'name' | 'family'>): string =>
  family !== '' && name.endsWith(family) && name !== family ? name.slice(0, -family.length).trim() : '';

const firstLetter = (text: string): string =>
  [...new Intl.Segmenter(undefined, { granularity: 'grapheme' }).segment(text)][0]?.segment ?? '';

/** How somebody is called in few letters: a student by the first name and a letter, everybody else whole. */
export function shortNameOf({ name, family, role }: Pick<PersonDraft, 'name' | 'family' | 'role'>): string {
  const given = givenPart({ name, family });
  return role !== 'student' || given === '' ? name : `${given} ${firstLetter(family)}.`;
}
