import type { Role } from '../office/person';

/** Somebody of the school, as a roster is held against it. */
export interface KnownPerson {
  readonly id: string;
  readonly sourceId: string | null;
  readonly name: string;
  readonly family: string;
  readonly userName: string;
  readonly role: Role;
  /** Has left the school. */
  readonly left: boolean;
}

export interface KnownClass {
  readonly id: string;
  readonly sourceId: string | null;
  readonly name: string;
  readonly ended: boolean;
}

export interface KnownMember {
  readonly person: string;
  readonly class: string;
  readonly role: 'student' | 'teacher';
}

export interface Known {
  readonly people: readonly KnownPerson[];
  readonly classes: readonly KnownClass[];
  readonly members: readonly KnownMember[];
}
