import type { Role } from '../office/person';
import type { Known, KnownClass, KnownMember, KnownPerson } from './known';
import { matchClasses, matchPeople } from './match';
import type { LineProblem, Roster, RosterClass, RosterPerson } from './roster';

/** What becomes of what the school has and the roster does not name. Nothing is ever deleted. */
export interface Choices {
  /** People: they stay as they are, or they have left. */
  readonly people: 'stay' | 'leave';
  readonly classes: 'stay' | 'end';
  /** Who is in a class by now: they stay in it, or they leave it; their work stays in either case. */
  readonly members: 'stay' | 'leave';
}

export const FIRST_CHOICES: Choices = { people: 'stay', classes: 'stay', members: 'leave' };

export interface PersonChange {
  readonly id: string;
  readonly line: number;
  /** What is other: from what to what. */
  readonly changes: readonly {
    readonly what: 'name' | 'user-name' | 'role' | 'back';
    readonly from: string;
    readonly to: string;
  }[];
  readonly to: Omit<KnownPerson, 'id' | 'left'>;
}

/** How many there are of each, for a band that is as long as all of them. */
export interface Share {
  readonly same: number;
  readonly changed: number;
  readonly gone: number;
  readonly added: number;
  readonly now: number;
  readonly after: number;
}

/** What a roster would change: nothing is done yet. */
export interface Picture {
  readonly people: Share & {
    readonly adding: readonly (RosterPerson & { readonly role: Role })[];
    readonly changing: readonly PersonChange[];
    readonly going: readonly KnownPerson[];
  };
  readonly classes: Share & {
    readonly adding: readonly RosterClass[];
    readonly changing: readonly {
      readonly id: string;
      readonly sourceId: string | null;
      readonly from: string;
      readonly to: string;
      readonly back: boolean;
    }[];
    readonly going: readonly KnownClass[];
  };
  readonly members: Share & {
    /** By the roster's own keys. */
    readonly adding: readonly {
      readonly person: string;
      readonly class: string;
      readonly role: 'student' | 'teacher';
    }[];
    readonly changing: readonly KnownMember[];
    readonly going: readonly KnownMember[];
  };
  readonly problems: readonly LineProblem[];
  readonly leftOut: number;
  /** Whom and what of the school a key of the roster means; none for what is new. */
  readonly knownPeople: ReadonlyMap<string, string>;
  readonly knownClasses: ReadonlyMap<string, string>;
}

function changesOf(person: RosterPerson, known: KnownPerson): PersonChange['changes'] {
  const role = person.role ?? known.role;
  return [
    ...(person.name === known.name ? [] : [{ what: 'name' as const, from: known.name, to: person.name }]),
    ...(person.userName === known.userName
      ? []
      : [{ what: 'user-name' as const, from: known.userName, to: person.userName }]),
    ...(role === known.role ? [] : [{ what: 'role' as const, from: known.role, to: role }]),
    ...(known.left ? [{ what: 'back' as const, from: known.name, to: person.name }] : []),
  ];
}

/** Would somebody then sign in with a name that is another's? Those lines are not understood. */
function takenNames(
  roster: Roster,
  known: Known,
  matched: ReadonlyMap<string, KnownPerson>,
): { readonly problems: readonly LineProblem[]; readonly people: readonly RosterPerson[] } {
  const after = new Map(known.people.map((one) => [one.id, one.userName]));
  for (const person of roster.people) {
    const match = matched.get(person.key);
    if (match) after.set(match.id, person.userName);
  }
  const holders = new Map([...after].map(([id, userName]) => [userName, id]));
  const names = new Map(known.people.map((one) => [one.id, one.name]));
  const problems: LineProblem[] = [];
  const people = roster.people.filter((person) => {
    const holder = holders.get(person.userName);
    if (holder === undefined || holder === matched.get(person.key)?.id) return true;
    const { file, line, cell } = person;
    problems.push({ file, line, cell, code: 'taken-user-name', said: names.get(holder) ?? '' });
    return false;
  });
  return { problems, people };
}

const share = (now: number, after: number, changed: number, gone: number, added: number): Share => ({
  same: now - changed - gone,
  changed,
  gone,
  added,
  now,
  after,
});

/** Holds a roster against the school: what would be new, other and gone, and what of it is not understood. */
export function compare(roster: Roster, known: Known, choices: Choices): Picture {
  const classes = matchClasses(roster, known);
  const matched = matchPeople(roster, known, classes);
  const { problems, people } = takenNames(roster, known, matched);
  const adding = people
    .filter((one) => !matched.has(one.key))
    .map((one) => ({ ...one, role: one.role ?? ('student' as const) }));
  const changing = people.flatMap((person): PersonChange[] => {
    const match = matched.get(person.key);
    const changes = match ? changesOf(person, match) : [];
    const learnt = match && person.sourceId !== null && match.sourceId !== person.sourceId;
    if (!match || (changes.length === 0 && !learnt)) return [];
    const { name, family, userName } = person;
    const to = { name, family, userName, role: person.role ?? match.role, sourceId: person.sourceId ?? match.sourceId };
    return [{ id: match.id, line: person.line, changes, to }];
  });

  const named = new Set([...matched.values()].map(({ id }) => id));
  const inClasses = new Set([...classes.values()].map(({ id }) => id));
  const inRoster = new Set(known.members.filter((one) => inClasses.has(one.class)).map(({ person }) => person));
  const roles = new Set([...matched.values(), ...adding].map(({ role }) => role));
  const whole = roster.people.some(({ sourceId }) => sourceId !== null);
  const going = known.people.filter(
    (one) =>
      !one.left &&
      !named.has(one.id) &&
      roles.has(one.role) &&
      one.role !== 'office' &&
      (whole || inRoster.has(one.id)),
  );

  const classesChanging = roster.classes.flatMap((one) => {
    const match = classes.get(one.key);
    const other = match && one.sourceId !== null && (match.name !== one.name || match.sourceId !== one.sourceId);
    return match && (other || match.ended)
      ? [
          {
            id: match.id,
            sourceId: one.sourceId ?? match.sourceId,
            from: match.name,
            to: other ? one.name : match.name,
            back: match.ended,
          },
        ]
      : [];
  });
  const classesGoing =
    whole && roster.classes.length > 0 ? known.classes.filter((one) => !one.ended && !inClasses.has(one.id)) : [];

  const understood = new Map(people.map((one) => [one.key, one]));
  const namedClasses = new Set(roster.classes.map(({ key }) => key));
  const existing = new Map(known.members.map((one) => [`${one.class}\n${one.person}`, one]));
  const wanted = roster.members.flatMap((one) => {
    const person = understood.get(one.person);
    if (!person || !namedClasses.has(one.class)) return [];
    const role = person.role ?? matched.get(one.person)?.role ?? 'student';
    // Whoever is of the office alone is in no class.
    if (role === 'office') return [];
    return [{ ...one, role: one.role ?? (role === 'student' ? ('student' as const) : ('teacher' as const)) }];
  });
  const kept = new Set<string>();
  const membersAdding: (typeof wanted)[number][] = [];
  const membersChanging: KnownMember[] = [];
  for (const one of wanted) {
    const key = `${classes.get(one.class)?.id ?? ''}\n${matched.get(one.person)?.id ?? ''}`;
    const before = existing.get(key);
    if (!before) membersAdding.push(one);
    else {
      kept.add(key);
      if (before.role !== one.role) membersChanging.push({ ...before, role: one.role });
    }
  }
  const membersGoing = roster.saysMembers
    ? known.members.filter(
        (one) => inClasses.has(one.class) && roles.has(one.role) && !kept.has(`${one.class}\n${one.person}`),
      )
    : [];

  const here = known.people.filter(({ left }) => !left).length;
  const open = known.classes.filter(({ ended }) => !ended).length;
  const back = changing.filter(({ changes }) => changes.some(({ what }) => what === 'back')).length;
  const reopened = classesChanging.filter((one) => one.back).length;
  const peopleLeave = choices.people === 'leave' ? going.length : 0;
  const classesEnd = choices.classes === 'end' ? classesGoing.length : 0;
  const membersLeave = choices.members === 'leave' ? membersGoing.length : 0;
  return {
    people: {
      ...share(
        here,
        here + adding.length + back - peopleLeave,
        changing.length - back,
        going.length,
        adding.length + back,
      ),
      adding,
      changing,
      going,
    },
    classes: {
      ...share(
        open,
        open + roster.classes.length - classes.size + reopened - classesEnd,
        classesChanging.length - reopened,
        classesGoing.length,
        roster.classes.length - classes.size + reopened,
      ),
      adding: roster.classes.filter(({ key }) => !classes.has(key)),
      changing: classesChanging,
      going: classesGoing,
    },
    members: {
      ...share(
        known.members.length,
        known.members.length + membersAdding.length - membersLeave,
        membersChanging.length,
        membersGoing.length,
        membersAdding.length,
      ),
      adding: membersAdding,
      changing: membersChanging,
      going: membersGoing,
    },
    problems: [...roster.problems, ...problems],
    leftOut: roster.leftOut,
    knownPeople: new Map([...matched].map(([key, { id }]) => [key, id])),
    knownClasses: new Map([...classes].map(([key, { id }]) => [key, id])),
  };
}
