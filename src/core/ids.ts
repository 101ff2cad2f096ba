/**
 * Branded identifiers: a plain string at run time, told apart by the compiler, so that an assignment
 * is never passed where a class is meant. A string becomes one only where it enters (a checked request,
 * a database row).
 */
declare const brand: unique symbol;
type Branded<Name extends string> = string & { readonly [brand]: Name };

export type PersonId = Branded<'Person'>;
export type ClassId = Branded<'Class'>;
export type AssignmentId = Branded<'Assignment'>;
export type DocumentId = Branded<'Document'>;
export type HandInId = Branded<'HandIn'>;
export type StepId = Branded<'Step'>;
export type AttemptId = Branded<'Attempt'>;
export type TalkId = Branded<'Talk'>;
export type PostId = Branded<'Post'>;

/** A point in time: milliseconds since 1970-01-01T00:00Z, as `Date.now()` gives it. */
export type Instant = number;
