/** Lines of a list of the office, at most: further ones are turned to. */
export const LINES = 50;

/** What narrows and sorts the office's list of people. */
export interface PeopleShown {
  readonly find: string;
  readonly who: (typeof WHO)[number];
  readonly inClass: string | null;
  readonly signedIn: (typeof SIGNED_IN)[number];
  readonly sort: (typeof PEOPLE_SORTS)[number];
}

export const WHO = ['everybody', 'student', 'teacher', 'office', 'left'] as const;
export const SIGNED_IN = ['all', 'in', 'never', 'no-slip'] as const;
export const PEOPLE_SORTS = ['family', 'name', 'user-name', 'role', 'signed-in'] as const;

export const ALL_PEOPLE: PeopleShown = { find: '', who: 'everybody', inClass: null, signedIn: 'all', sort: 'family' };

const LONGEST = 80;

const oneOf = <Value extends string>(values: readonly Value[], said: string | null | undefined, usual: Value): Value =>
  values.find((value) => value === said) ?? usual;

type Said = Readonly<Record<string, string | readonly string[] | undefined>>;

const text = (said: Said, name: string): string | null => {
  const value = said[name];
  return typeof value === 'string' && value !== '' ? value : null;
};

/** What an address says; what it does not say, or says wrongly, is as usual. */
export const peopleShownFrom = (said: Said): PeopleShown => ({
  find: (text(said, 'find') ?? '').trim().slice(0, LONGEST),
  who: oneOf(WHO, text(said, 'who'), 'everybody'),
  inClass: text(said, 'class'),
  signedIn: oneOf(SIGNED_IN, text(said, 'in'), 'all'),
  sort: oneOf(PEOPLE_SORTS, text(said, 'sort'), 'family'),
});

/** What is said in the address of a list; what is as usual is not said. */
export const saidOf = (shown: PeopleShown): Readonly<Record<string, string | null>> => ({
  find: shown.find || null,
  who: shown.who === 'everybody' ? null : shown.who,
  class: shown.inClass,
  in: shown.signedIn === 'all' ? null : shown.signedIn,
  sort: shown.sort === 'family' ? null : shown.sort,
});
